import "./index.css";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Link, Route, Routes } from "react-router";
import { JobsPage } from "../features/jobs/JobsPage";
import { Masthead } from "./Masthead";
import { currentTheme, setTheme } from "./theme";

const DeskPage = lazy(() => import("../features/desk/DeskPage").then((m) => ({ default: m.DeskPage })));
const SitePage = lazy(() => import("../features/sites/SitePage").then((m) => ({ default: m.SitePage })));
const BooksPage = lazy(() => import("../features/prices/BooksPage").then((m) => ({ default: m.BooksPage })));
const OnSitePage = lazy(() => import("../features/onsite/OnSitePage").then((m) => ({ default: m.OnSitePage })));
const TrainerPage = lazy(() => import("../features/trainer/TrainerPage").then((m) => ({ default: m.TrainerPage })));
const AnswersPage = lazy(() => import("../features/answers/AnswersPage").then((m) => ({ default: m.AnswersPage })));

/** An address that nothing stands at. */
function Nowhere() {
  return (
    <>
      <Masthead />
      <main id="main" tabIndex={-1} className="p-6">
        <h1 className="text-xl font-bold">There is nothing at this address</h1>
        <p>
          No page of Row Stake is called <b>{decodeURI(window.location.pathname)}</b>. It may have been typed wrong, or moved.{" "}
          <Link to="/" className="underline">
            All jobs
          </Link>
        </p>
      </main>
    </>
  );
}

setTheme(currentTheme());
// Site mode opens without a signal: the browser keeps the files of the application.
if (import.meta.env.PROD) void navigator.serviceWorker?.register("/sw.js").catch(() => undefined);
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <BrowserRouter>
      <Suspense fallback={<p className="p-6">Laying things out…</p>}>
        <Routes>
          <Route path="/" element={<JobsPage />} />
          <Route path="/job/:id" element={<DeskPage />} />
          <Route path="/job/:id/on-site" element={<OnSitePage />} />
          <Route path="/site/:id" element={<SitePage />} />
          <Route path="/prices" element={<BooksPage />} />
          <Route path="/answers/:name?" element={<AnswersPage />} />
          <Route path="/trainer/:trade?/:number?" element={<TrainerPage />} />
          <Route path="*" element={<Nowhere />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  </StrictMode>,
);

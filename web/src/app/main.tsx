import "./index.css";
import { lazy, StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter, Route, Routes } from "react-router";
import { JobsPage } from "../features/jobs/JobsPage";
import { currentTheme, setTheme } from "./theme";

const DeskPage = lazy(() => import("../features/desk/DeskPage").then((m) => ({ default: m.DeskPage })));
const SitePage = lazy(() => import("../features/sites/SitePage").then((m) => ({ default: m.SitePage })));
const AnswersPage = lazy(() => import("../features/answers/AnswersPage").then((m) => ({ default: m.AnswersPage })));

setTheme(currentTheme());
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <BrowserRouter>
      <Suspense fallback={<p className="p-6">Laying things out…</p>}>
        <Routes>
          <Route path="/" element={<JobsPage />} />
          <Route path="/job/:id" element={<DeskPage />} />
          <Route path="/site/:id" element={<SitePage />} />
          <Route path="/answers/:name?" element={<AnswersPage />} />
          <Route path="*" element={<JobsPage />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  </StrictMode>,
);

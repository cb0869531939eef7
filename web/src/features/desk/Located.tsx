import { useState } from "react";
import { post, Refused } from "../../api/client";
import type { Edit } from "../../api/types";
import { Plain } from "../../ui/controls";
import { useDesk, valueAt } from "./state";

interface Told {
  state: string;
  edits: Edit[];
}

/** What lies in the ground: asked for days before anybody digs, and drawn once it is marked. */
export function Located() {
  const ticket = useDesk((s) => valueAt(s.document, "site.ticket"));
  const until = useDesk((s) => valueAt(s.document, "site.located_until"));
  const lines = useDesk((s) => valueAt(s.document, "site.buried"))?.length ?? 0;
  const [said, say] = useState("");
  const ask = async (what: "request" | "look") => {
    const { document, edit } = useDesk.getState();
    say("Asking…");
    try {
      const told = await post<Told>(`/api/locate/${what}`, { document });
      say(told.edits.length ? "" : "Not answered yet.");
      if (told.edits.length) await edit(told.edits, what === "request" ? "services asked for" : "services located");
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      say(error.problem.detail || error.problem.title);
    }
  };
  return (
    <span data-located={until ? "answered" : ticket ? "open" : "none"}>
      {until ? (
        <>
          {lines} buried line{lines === 1 ? "" : "s"} marked, ticket {ticket}, good until <b>{new Date(`${until}T12:00`).toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric" })}</b>.{" "}
          {new Date(`${until}T23:59`) < new Date() && <b className="text-bad">That is over: ask anew before anybody digs. </b>}
        </>
      ) : ticket ? (
        <>
          Services are asked for, ticket <b>{ticket}</b>: nobody digs before the answer. <Plain onClick={() => void ask("look")}>Look for the answer</Plain>{" "}
        </>
      ) : (
        <>Nobody knows yet what lies in the ground. </>
      )}
      <Plain onClick={() => void ask("request")}>{ticket ? "Ask anew" : "Have services located"}</Plain> {said && <span role="status">{said}</span>}
    </span>
  );
}

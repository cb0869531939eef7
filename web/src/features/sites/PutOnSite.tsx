import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { get, post, Refused } from "../../api/client";
import type { Listing, SiteHeld } from "../../api/types";
import { Plain, Strong } from "../../ui/controls";
import { Sheet } from "../../ui/Sheet";
import { box } from "../jobs/StartSheet";

/** Where a job is: on a site that is there, on a new one, or on none. */
export function PutOnSite({ job, onClose }: { job: Listing; onClose: () => void }) {
  const [sites, setSites] = useState<SiteHeld[]>([]);
  const [on, setOn] = useState(job.site?.id ?? "");
  const [said, say] = useState({ name: "", customer: "" });
  const [refused, setRefused] = useState("");
  const navigate = useNavigate();
  useEffect(() => {
    get<SiteHeld[]>("/api/sites").then(setSites, (error: unknown) => setRefused(error instanceof Refused ? error.message : String(error)));
  }, []);

  const put = async () => {
    try {
      const site = on === "new" ? (await post<SiteHeld>("/api/sites", { ...said, name: said.name || "New site" })).id : on || null;
      await post(`/api/jobs/${job.id}/site`, { site });
      if (site) await navigate(`/site/${site}`);
      else onClose();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error.message);
    }
  };
  return (
    <Sheet open onClose={onClose} title={`The site of ${job.name}`}>
      <form
        className="space-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          void put();
        }}
      >
        <p className="leading-10">
          It stands on{" "}
          <select aria-label="Site" value={on} onChange={(e) => setOn(e.target.value)} className={box}>
            <option value="">no site</option>
            {sites.map((s) => (
              <option key={s.id} value={s.id}>
                {s.customer ? `${s.name}, ${s.customer}` : s.name}
              </option>
            ))}
            <option value="new">a new site</option>
          </select>
          {on === "new" && (
            <>
              {" "}
              called <input aria-label="Name of the site" value={said.name} placeholder="New site" maxLength={120} onChange={(e) => say({ ...said, name: e.target.value })} className={`${box} w-52`} />{" "}
              of <input aria-label="Customer" value={said.customer} placeholder="customer" maxLength={120} onChange={(e) => say({ ...said, customer: e.target.value })} className={`${box} w-44`} />
            </>
          )}
          .
        </p>
        {refused && (
          <p role="alert" className="border-l-4 border-bad pl-2">
            {refused}
          </p>
        )}
        <p className="flex gap-2">
          <Strong type="submit">Put it there</Strong>
          <Plain onClick={onClose}>Leave it</Plain>
        </p>
        <p className="text-sm text-faint">Jobs of one garden share its customer, address and notes, and are bought and cut for together.</p>
      </form>
    </Sheet>
  );
}

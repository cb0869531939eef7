import { useState } from "react";
import { post } from "../../api/client";
import type { Opened, Start } from "../../api/types";
import { Blank, box, LikeBlank, likeOf, RegionBlank, StartSheet } from "./StartSheet";

/** New steps alone, said in a sentence: where, how wide, how high, and how they are built. */
export function NewSteps({ start, site, region, onClose }: { start: Start; site?: string; region?: string; onClose: () => void }) {
  const [said, say] = useState({ name: "", region: region ?? start.region, width: "", height: "", build: "stringers" });
  const [like, setLike] = useState("");
  const facts = start.regions.find((r) => r.id === said.region)!;
  const feet = facts.units.includes("inch");
  const blank = (of: "name" | "width" | "height", name: string, example: string) => <Blank said={said} say={say} of={of} name={name} example={example} />;
  return (
    <StartSheet
      title="New steps"
      send={() => post<Opened>("/api/jobs/steps", { ...said, name: said.name || "New steps", site, like: likeOf(start, said.region, like) })}
      foot="Down from a deck, a landing or a door that is there already, to the ground, paving or a slab. Corners, handrail and guard come next."
      onClose={onClose}
    >
      <p className="leading-10">
        Steps called {blank("name", "Name", "New steps")} in{" "}
        <RegionBlank start={start} value={said.region} say={(region) => say({ ...said, region })} />
        , measured in {facts.units}: down from an edge {blank("width", "Width", feet ? "4'" : "1.2 m")} wide, its finished top{" "}
        {blank("height", "Height", feet ? "2'" : "540 mm")} over the ground,{" "}
        <select aria-label="Built" value={said.build} onChange={(e) => say({ ...said, build: e.target.value })} className={box}>
          <option value="stringers">on stringers</option>
          <option value="boxes">as boxes</option>
        </select>
        .
      </p>
      <LikeBlank start={start} region={said.region} value={like} say={setLike} />
    </StartSheet>
  );
}

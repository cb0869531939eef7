import { useState } from "react";
import { post } from "../../api/client";
import type { Opened, Start } from "../../api/types";
import { Blank, box, LikeBlank, likeOf, RegionBlank, StartSheet } from "./StartSheet";

/** A new deck, said in a sentence: where, how large, how high, and who carries it. */
export function NewDeck({ start, site, region, onClose }: { start: Start; site?: string; region?: string; onClose: () => void }) {
  const [said, say] = useState({ name: "", region: region ?? start.region, width: "", out: "", height: "", support: "ledger" });
  const [like, setLike] = useState("");
  const facts = start.regions.find((r) => r.id === said.region)!;
  const feet = facts.units.includes("inch");
  const blank = (of: "name" | "width" | "out" | "height", name: string, example: string) => <Blank said={said} say={say} of={of} name={name} example={example} />;
  return (
    <StartSheet
      title="A new deck"
      send={() => post<Opened>("/api/jobs/deck", { ...said, name: said.name || "New deck", site, like: likeOf(start, said.region, like) })}
      foot={`Lengths in any unit: 12'-6", 12 ft 6, 3.8 m, 3800 mm. Notches, clipped corners and holes come next, on the drawing.`}
      onClose={onClose}
    >
      <p className="leading-10">
        A deck called {blank("name", "Name", "New deck")} in{" "}
        <RegionBlank start={start} value={said.region} say={(region) => say({ ...said, region })} />
        , measured in {facts.units}: {blank("width", "Width", feet ? "16'" : "4.8 m")} wide along the house, {blank("out", "Way out", feet ? "12'" : "3.6 m")} out from it,{" "}
        {blank("height", "Height", feet ? "2'" : "450 mm")} over the ground,{" "}
        <select aria-label="Support" value={said.support} onChange={(e) => say({ ...said, support: e.target.value })} className={box}>
          <option value="ledger">carried by the house</option>
          <option value="free">free of the house</option>
        </select>
        .
      </p>
      <LikeBlank start={start} region={said.region} value={like} say={setLike} />
    </StartSheet>
  );
}

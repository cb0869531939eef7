import { useState } from "react";
import { post } from "../../api/client";
import type { Opened, Start } from "../../api/types";
import { Plain, Quiet } from "../../ui/controls";
import { box, LikeBlank, likeOf, RegionBlank, StartSheet } from "./StartSheet";

interface LegText {
  length: string;
  angle_deg: string;
  side: "left" | "right";
}

/** A new job, said in a sentence: where, what, and its first line. */
export function NewJob({ start, site, region: usual, onClose }: { start: Start; site?: string; region?: string; onClose: () => void }) {
  const [name, setName] = useState("");
  const [region, setRegion] = useState(usual ?? start.region);
  const [style, setStyle] = useState(start.styles[0].id);
  const [legs, setLegs] = useState<LegText[]>([{ length: "", angle_deg: "90", side: "left" }]);
  const [line, setLine] = useState<{ name: string; text: string } | null>(null);
  const [like, setLike] = useState("");
  const facts = start.regions.find((r) => r.id === region)!;
  const change = (i: number, values: Partial<LegText>) => setLegs(legs.map((leg, j) => (j === i ? { ...leg, ...values } : leg)));

  const send = () => {
    const what = { name: name || "New fence", region, style, site, like: likeOf(start, region, like) };
    return line ? post<Opened>("/api/jobs/from-line", { ...what, text: line.text }) : post<Opened>("/api/jobs", { ...what, legs });
  };
  const more = (
    <>
      <Plain onClick={() => setLegs([...legs, { length: "", angle_deg: "90", side: "left" }])}>Add a leg</Plain>
      <label className="inline-flex min-h-9 cursor-pointer items-center rounded-sm border border-rule px-2.5 hover:border-ink">
        A surveyed line (GeoJSON)
        <input
          type="file"
          accept=".geojson,.json,application/geo+json"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file) void file.text().then((text) => setLine({ name: file.name, text }));
          }}
        />
      </label>
    </>
  );
  return (
    <StartSheet
      title="A new fence"
      send={send}
      more={more}
      foot={`Lengths in any unit: 7'-6 1/2", 7 ft 6, 2.29 m, 2290 mm. Each leg is measured from post middle to post middle.`}
      onClose={onClose}
    >
      <p className="leading-10">
        A fence called <input aria-label="Name" value={name} placeholder="New fence" onChange={(e) => setName(e.target.value)} className={`${box} w-60`} autoFocus /> in{" "}
        <RegionBlank start={start} value={region} say={setRegion} />
        , measured in {facts.units}, with{" "}
        <select aria-label="Style" value={style} onChange={(e) => setStyle(e.target.value)} className={box}>
          {start.styles.map((s) => (
            <option key={s.id} value={s.id}>
              {s.name.toLowerCase()}
            </option>
          ))}
        </select>
        . <span className="text-faint">{start.styles.find((s) => s.id === style)?.words}</span>
      </p>
      {line && (
        <p>
          Its line comes from <b>{line.name}</b>.{" "}
          <Quiet onClick={() => setLine(null)}>Type it instead</Quiet>
        </p>
      )}
      {(line ? [] : legs).map((leg, i) => (
        <p key={i} className="leading-10">
          {i === 0 ? (
            "The first leg runs "
          ) : (
            <>
              Then a corner of{" "}
              <input aria-label={`Corner ${i}`} value={leg.angle_deg} onChange={(e) => change(i, { angle_deg: e.target.value })} className={`${box} w-14`} />° to the{" "}
              <select aria-label={`Side ${i}`} value={leg.side} onChange={(e) => change(i, { side: e.target.value as "left" })} className={box}>
                <option value="left">left</option>
                <option value="right">right</option>
              </select>{" "}
              and on for{" "}
            </>
          )}
          <input
            aria-label={`Leg ${i + 1}`}
            value={leg.length}
            placeholder={facts.example}
            onChange={(e) => change(i, { length: e.target.value })}
            className={`${box} w-28`}
            required
          />
          {i > 0 && <Quiet onClick={() => setLegs(legs.filter((_, j) => j !== i))}>Leave this leg out</Quiet>}
        </p>
      ))}
      <LikeBlank start={start} region={region} value={like} say={setLike} />
    </StartSheet>
  );
}

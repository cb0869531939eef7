import { DropdownMenu } from "radix-ui";
import { useRef, useState } from "react";
import { get } from "../../api/client";
import type { Offer } from "../../api/types";
import { Quiet } from "../../ui/controls";
import { useDesk } from "./state";

const GROUPS: Record<string, string> = { print: "To print", lists: "Lists", drawings: "Drawings", job: "The job" };
/** What takes longer than this says so, and can be stopped. */
const LONG_MS = 500;

/** Everything that can be taken out of the job, in open formats, by what it is for. */
export function TakeAway() {
  const id = useDesk((s) => s.id);
  const flush = useDesk((s) => s.flush);
  const [offers, setOffers] = useState<Offer[] | null>(null);
  const [wrong, setWrong] = useState("");
  const [making, setMaking] = useState("");
  const given = useRef<AbortController>(null);
  const load = async (open: boolean) => {
    if (!open) return;
    setWrong("");
    setOffers(null);
    try {
      if (await flush()) setOffers(await get<Offer[]>(`/api/jobs/${id}/exports`));
      else setWrong("Not while there are changes that are not saved.");
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    }
  };
  const take = async (offer: Offer) => {
    const stop = (given.current = new AbortController());
    const said = setTimeout(() => setMaking(`Making ${offer.name.toLowerCase()} (${offer.kind})…`), LONG_MS);
    try {
      const answer = await fetch(`/api/jobs/${id}/exports/${offer.format}/${offer.document}`, { signal: stop.signal });
      if (!answer.ok) throw new Error(((await answer.json()) as { detail?: string }).detail ?? "It could not be made.");
      const link = document.createElement("a");
      link.href = URL.createObjectURL(await answer.blob());
      link.download = /filename="(.+)"/.exec(answer.headers.get("Content-Disposition") ?? "")?.[1] ?? offer.name;
      link.click();
      setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
    } catch (error) {
      if (!stop.signal.aborted) setWrong(error instanceof TypeError ? "Row Stake does not answer; try again in a moment." : (error as Error).message);
    } finally {
      clearTimeout(said);
      setMaking("");
    }
  };
  const groups = [...new Set(offers?.map((o) => o.group))];
  return (
    <>
      <DropdownMenu.Root onOpenChange={(open) => void load(open)}>
        <DropdownMenu.Trigger className="min-h-9 rounded-sm border border-rule bg-board px-2.5">Take away</DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" collisionPadding={8} className="z-20 max-h-[80vh] min-w-72 overflow-auto border border-ink bg-board py-1 shadow-lg">
            {offers ? (
              groups.map((group) => (
                <DropdownMenu.Group key={group} aria-label={GROUPS[group]} className="pb-1">
                  <DropdownMenu.Label className="px-3 pt-1 text-sm font-bold text-faint">{GROUPS[group]}</DropdownMenu.Label>
                  {byName(offers.filter((o) => o.group === group)).map(([name, kinds]) => (
                    <div key={name} className="flex items-center gap-1 px-3">
                      <span className="flex-1 py-0.5">{name}</span>
                      {kinds.map((offer) => (
                        <DropdownMenu.Item
                          key={offer.format}
                          textValue={name}
                          aria-label={`${name} (${offer.kind})`}
                          onSelect={() => void take(offer)}
                          className="cursor-pointer border border-rule px-1.5 text-sm leading-6 data-[highlighted]:border-ink data-[highlighted]:bg-signal-soft"
                        >
                          {offer.kind}
                        </DropdownMenu.Item>
                      ))}
                    </div>
                  ))}
                </DropdownMenu.Group>
              ))
            ) : (
              <p role={wrong ? "alert" : undefined} className="max-w-60 px-3 py-1.5">
                {wrong || "Getting it ready…"}
              </p>
            )}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {making && (
        <span role="status" className="text-sm">
          {making} <Quiet onClick={() => given.current?.abort()}>Stop</Quiet>
        </span>
      )}
      {wrong && offers && (
        <span role="alert" className="text-sm text-bad">
          {wrong} <Quiet onClick={() => setWrong("")}>All right</Quiet>
        </span>
      )}
    </>
  );
}

/** What is offered under one name, in one way or several. */
function byName(offers: Offer[]): [string, Offer[]][] {
  return [...new Set(offers.map((o) => o.name))].map((name) => [name, offers.filter((o) => o.name === name)]);
}

import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { get } from "../../api/client";
import type { Offer } from "../../api/types";
import { useDesk } from "./state";

/** Everything that can be taken out of the job, in open formats. */
export function TakeAway() {
  const id = useDesk((s) => s.id);
  const flush = useDesk((s) => s.flush);
  const [offers, setOffers] = useState<Offer[] | null>(null);
  const [wrong, setWrong] = useState("");
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
  return (
    <DropdownMenu.Root onOpenChange={(open) => void load(open)}>
      <DropdownMenu.Trigger className="min-h-9 rounded-sm border border-rule bg-board px-2.5">Take away</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-20 min-w-52 border border-ink bg-board py-1 shadow-lg">
          {offers?.map((o) => (
            <DropdownMenu.Item key={`${o.format}${o.document}`} asChild>
              <a
                href={`/api/jobs/${id}/exports/${o.format}/${o.document}`}
                download
                className="block px-3 py-1.5 data-[highlighted]:bg-signal-soft"
              >
                {o.name}
              </a>
            </DropdownMenu.Item>
          )) ?? (
            <p role={wrong ? "alert" : undefined} className="max-w-60 px-3 py-1.5">
              {wrong || "Getting it ready…"}
            </p>
          )}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

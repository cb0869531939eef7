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
  const load = async (open: boolean) => {
    if (open && (await flush())) setOffers(await get<Offer[]>(`/api/jobs/${id}/exports`));
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
          )) ?? <p className="px-3 py-1.5">Getting it ready…</p>}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

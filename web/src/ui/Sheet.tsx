import { Dialog } from "radix-ui";
import { type ReactNode, useState } from "react";

/** A sheet laid over the desk: something to settle before going on. Whatever had the focus has it again afterwards. */
export function Sheet(props: { open: boolean; onClose: () => void; title: string; wide?: boolean; children: ReactNode }) {
  const [before] = useState(() => document.activeElement as HTMLElement | null);
  return (
    <Dialog.Root open={props.open} onOpenChange={(open) => !open && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            before?.focus();
          }}
          className={`fixed top-1/2 left-1/2 max-h-[92vh] ${props.wide ? "w-[min(68rem,96vw)]" : "w-[min(46rem,94vw)]"} -translate-x-1/2 -translate-y-1/2 overflow-auto border border-ink bg-board p-5 shadow-lg`}
        >
          <div className="mb-2 flex items-start gap-3">
            <Dialog.Title className="flex-1 text-xl font-bold">{props.title}</Dialog.Title>
            <Dialog.Close className="min-h-9 rounded-sm border border-rule px-2.5 py-1 hover:border-ink">Close</Dialog.Close>
          </div>
          {props.children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

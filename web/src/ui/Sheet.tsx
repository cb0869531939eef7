import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** A sheet laid over the desk: something to settle before going on. */
export function Sheet(props: { open: boolean; onClose: () => void; title: string; children: ReactNode }) {
  return (
    <Dialog.Root open={props.open} onOpenChange={(open) => !open && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 max-h-[90vh] w-[min(46rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-auto border border-ink bg-board p-5 shadow-lg"
        >
          <Dialog.Title className="mb-2 text-xl font-bold">{props.title}</Dialog.Title>
          {props.children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

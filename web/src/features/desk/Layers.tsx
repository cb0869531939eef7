import { Popover } from "radix-ui";
import { Quiet } from "../../ui/controls";

type Props = { layers: { key: string; name: string }[]; shown: readonly string[]; show: (keys: readonly string[] | null) => void };

/** Layers of the plan in the order they are built: each can be shown alone, or the deck built up step by step. Where there is little room they lie behind one
 * button, so that the drawing keeps its place. */
export function LayerBar(props: Props) {
  return (
    <>
      <span className="flex flex-wrap items-center gap-x-2.5 @max-3xl:hidden" role="group" aria-label="Layers">
        <Ticks {...props} />
      </span>
      <Popover.Root>
        <Popover.Trigger className="min-h-7 underline decoration-dotted underline-offset-4 @3xl:hidden">
          Layers: {props.layers.filter((l) => props.shown.includes(l.key)).length} of {props.layers.length}
        </Popover.Trigger>
        <Popover.Portal>
          <Popover.Content aria-label="Layers" collisionPadding={12} sideOffset={4} className="z-20 flex flex-col items-start border border-ink bg-board p-3 shadow-lg">
            <Ticks {...props} />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
    </>
  );
}

function Ticks({ layers, shown, show }: Props) {
  const upTo = layers.filter((l) => shown.includes(l.key)).length;
  const build = () => show(layers.slice(0, upTo >= layers.length ? 2 : upTo + 1).map((l) => l.key));
  return (
    <>
      {layers.map((l) => (
        <label key={l.key} className="inline-flex min-h-7 items-center gap-1.5 pr-1">
          <input
            type="checkbox"
            checked={shown.includes(l.key)}
            onChange={(e) => show(e.target.checked ? [...shown, l.key] : shown.filter((k) => k !== l.key))}
            className="h-4 w-4 accent-[var(--signal)]"
          />
          {l.name}
        </label>
      ))}
      <Quiet onClick={build}>Build the next</Quiet>
    </>
  );
}

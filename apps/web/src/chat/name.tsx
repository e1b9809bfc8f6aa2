import { Popover } from 'radix-ui';
import { useMemo, useState } from 'react';
import { useAreas } from '../manifest/index.js';
import { comesLater } from '../ui/index.js';

interface NameProps {
  readonly viewer: string;
  readonly name: string;
}

/** Whoever wrote a line: opens the card of what there is to know and do about them. */
export function Name({ viewer, name }: NameProps) {
  const [used, setUsed] = useState(false);
  // Most names are never opened, and what a card needs costs more than the line.
  if (used) return <NameWithCard viewer={viewer} name={name} />;
  return (
    <button
      type="button"
      className="who hover:underline"
      aria-haspopup="dialog"
      aria-expanded={false}
      onClick={() => {
        setUsed(true);
      }}
    >
      {name}
    </button>
  );
}

function NameWithCard({ viewer, name }: NameProps) {
  return (
    <Popover.Root defaultOpen>
      <Popover.Trigger type="button" className="who hover:underline">
        {name}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="float grid max-h-[70vh] w-[min(340px,94vw)] grid-cols-[minmax(0,1fr)] gap-2 overflow-y-auto p-3"
          side="left"
          align="start"
          sideOffset={10}
          collisionPadding={8}
          aria-label={name}
        >
          <CardParts viewerId={viewer} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function CardParts({ viewerId }: { readonly viewerId: string }) {
  const areas = useAreas();
  const parts = useMemo(
    () =>
      areas
        .flatMap(({ cardParts = [] }) => cardParts)
        .sort((a, b) => a.rank - b.rank)
        .map(({ id, load }) => ({ id, Part: comesLater(load, 4) })),
    [areas],
  );
  return parts.map(({ id, Part }) => <Part key={id} viewerId={viewerId} />);
}

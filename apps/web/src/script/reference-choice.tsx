import type { ReferenceKind } from '@gully/core/things';
import { useQuery } from '@tanstack/react-query';
import { Popover } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { usePrefix } from '../live/index.js';
import type { Referable } from '../manifest/index.js';
import { Choice, comesLater } from '../ui/index.js';
import { useReferables } from '../manifest/index.js';

/** Asked of nobody: what there is when no area brings the kind. */
const NOTHING = { queryKey: ['nothing'], queryFn: () => [] };

interface Option {
  readonly value: string;
  readonly label: string;
}

interface ReferenceChoiceProps {
  readonly to: ReferenceKind;
  readonly label: string;
  readonly value: string;
  readonly draft: boolean;
  /** which of them, where not all */
  readonly of?: readonly string[] | undefined;
  /** a further choice behind what there is */
  readonly otherwise?: Option | undefined;
  readonly onChange: (value: string) => void;
}

/** What is to be chosen: `a list`, `a sound`. */
function wordsFor(to: ReferenceKind, of: readonly string[] | undefined): string {
  const what = of === undefined ? to.replace('-', ' ') : of.join(' or ');
  return `${/^[aeiou]/u.test(what) ? 'an' : 'a'} ${what}`;
}

/** One of the channel's things of a kind. */
export function ReferenceChoice(props: ReferenceChoiceProps) {
  const { to, label, value, draft, of, otherwise, onChange } = props;
  const prefix = usePrefix();
  const referable = useReferables().find(({ kind }) => kind === to);
  const { data } = useQuery(referable?.query ?? NOTHING);
  const options = [
    ...(referable?.options((data ?? []) as readonly never[], prefix) ?? []).filter(
      (option) => option.offered !== false && (of === undefined || of.includes(option.of ?? '')),
    ),
    ...(otherwise === undefined ? [] : [otherwise]),
  ];
  if (options.length === 0 && value === '' && referable !== undefined && referable.picker === undefined)
    return (
      <Link className="btn s" to={referable.first.to}>
        {referable.first.label}
      </Link>
    );
  const known = options.some((option) => option.value === value);
  if (referable?.picker !== undefined)
    return (
      <Picked
        {...props}
        picker={referable.picker}
        shown={
          options.find((option) => option.value === value)?.label ?? (value === '' ? undefined : 'deleted')
        }
        empty={`choose ${wordsFor(to, of)}`}
      />
    );
  return (
    <Choice
      label={label}
      value={value}
      draft={draft}
      empty={`choose ${wordsFor(to, of)}`}
      options={known || value === '' ? options : [{ value, label: 'deleted' }, ...options]}
      onChange={onChange}
    />
  );
}

interface PickedProps extends ReferenceChoiceProps {
  readonly picker: NonNullable<Referable['picker']>;
  readonly shown: string | undefined;
  readonly empty: string;
}

/** One that is chosen by more than its name. */
function Picked({ picker, shown, empty, label, value, draft, of, otherwise, onChange }: PickedProps) {
  const [open, setOpen] = useState(false);
  const Picker = useMemo(() => comesLater(picker, 6), [picker]);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger
        type="button"
        aria-label={`${label}: ${shown ?? empty}`}
        className={`blank opens ${draft ? 'draft' : ''}`}
      >
        {shown ?? <span className="text-soft">{empty}</span>}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="float"
          sideOffset={8}
          align="start"
          collisionPadding={8}
          aria-label={label}
        >
          <Picker
            value={value}
            of={of}
            otherwise={otherwise}
            onChange={(next) => {
              setOpen(false);
              onChange(next);
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

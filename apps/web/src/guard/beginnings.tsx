import type { GuardSettings, Way } from '@gully/core/guard';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { answerOf, api } from '../api/index.js';
import { DialogBox, tellProblem, Tick } from '../ui/index.js';

const WAYS = [
  {
    way: 'mild',
    words: 'Links, slurs you add, floods and walls of text. What good viewers do often is left alone.',
  },
  { way: 'usual', words: 'All filters, with room for enthusiasm. Good for most channels.' },
  { way: 'strict', words: 'All filters with tight limits, for a night when it is needed.' },
] as const;

interface Begun {
  readonly value: GuardSettings;
  readonly also: readonly { readonly id: string; readonly words: string; readonly adds: boolean }[];
}

async function beginning(
  way: Way,
  settings: GuardSettings | undefined,
  also: readonly string[] = [],
): Promise<Begun> {
  const body = { way, also: [...also], ...(settings === undefined ? {} : { settings: settings as never }) };
  return (await answerOf(api.POST('/api/guard/beginning', { body }))) as unknown as Begun;
}

interface BeginningsProps {
  /** as they are edited; undefined where nothing was ever set */
  readonly settings: GuardSettings | undefined;
  readonly onChosen: (settings: GuardSettings) => void;
}

/** Three ways to begin; nothing is in force before it is saved. Settings that are there keep all but limits and ladder. */
export function Beginnings({ settings, onChosen }: BeginningsProps) {
  const [asking, setAsking] = useState<{ way: Way; also: Begun['also'] }>();
  const first = settings === undefined;
  const choose = useMutation({
    mutationFn: (way: Way) => beginning(way, settings),
    onSuccess: ({ value, also }, way) => {
      if (also.length > 0) setAsking({ way, also });
      else onChosen(value);
    },
    onError: tellProblem,
  });
  return (
    <section className="beginnings" aria-labelledby="begin-title">
      <h2 id="begin-title">{first ? 'Three ways to begin' : 'Change all limits to'}</h2>
      <p className="text-soft">
        {first
          ? 'Each sets all filters. Look at what it would have caught in recorded chat, then save it.'
          : 'Sets the limits of all filters and the ladder. Word lists, domains, names and messages stay.'}
      </p>
      <ul>
        {WAYS.map(({ way, words }) => (
          <li key={way}>
            <button
              type="button"
              className="btn"
              onClick={() => {
                choose.mutate(way);
              }}
            >
              {nameOf(way)}
            </button>
            <span className="s2 text-soft">{words}</span>
          </li>
        ))}
      </ul>
      {asking !== undefined && settings !== undefined && (
        <AlsoDialog
          {...asking}
          settings={settings}
          onChosen={(value) => {
            setAsking(undefined);
            onChosen(value);
          }}
          onClose={() => {
            setAsking(undefined);
          }}
        />
      )}
    </section>
  );
}

const nameOf = (way: Way): string => way.charAt(0).toUpperCase() + way.slice(1);

interface AlsoDialogProps {
  readonly way: Way;
  readonly also: Begun['also'];
  readonly settings: GuardSettings;
  readonly onChosen: (settings: GuardSettings) => void;
  readonly onClose: () => void;
}

/** What a way to begin would change beside limits and ladder. What takes protection away has to be chosen. */
function AlsoDialog({ way, also, settings, onChosen, onClose }: AlsoDialogProps) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    new Set(also.filter(({ adds }) => adds).map(({ id }) => id)),
  );
  const apply = useMutation({
    mutationFn: () => beginning(way, settings, [...chosen]),
    onSuccess: ({ value }) => {
      onChosen(value);
    },
    onError: tellProblem,
  });
  return (
    <DialogBox
      title={`${nameOf(way)} limits`}
      about="The limits of all filters and the ladder change. Choose what else should; nothing is in force before you save."
      onClose={onClose}
    >
      <ul className="grid gap-1">
        {also.map(({ id, words, adds }) => (
          <li key={id} className="row">
            <Tick
              label={words}
              checked={chosen.has(id)}
              onChange={(on) => {
                const next = new Set(chosen);
                if (on) next.add(id);
                else next.delete(id);
                setChosen(next);
              }}
            />
            {!adds && <span className="s2 text-ochre">catches less</span>}
          </li>
        ))}
      </ul>
      <p className="row mt-3">
        <button
          type="button"
          className="btn do"
          disabled={apply.isPending}
          onClick={() => {
            apply.mutate();
          }}
        >
          Change the limits
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Cancel
        </button>
      </p>
    </DialogBox>
  );
}

import type { GuardSettings } from '@gully/core/guard';
import { useQuery } from '@tanstack/react-query';
import { Info } from 'lucide-react';
import { useState } from 'react';
import { SettingFrame } from '../editing/index.js';
import { Bones, LoadFailed } from '../ui/index.js';
import { Beginnings } from './beginnings.js';
import { CommonSettings } from './common-settings.js';
import { FilterTable } from './filter-table.js';
import { LadderSteps } from './ladder-steps.js';
import { countsQuery, guardQuery, isOn, type GuardNow } from './queries.js';
import { ReplayStrip } from './replay-strip.js';
import { TryIt } from './try-it.js';
import { changesOf, useEditedGuard } from './use-guard-draft.js';
import { useTrial } from './use-trial.js';

/** Prepare › Filters: what is caught, what follows from it, and what a change would mean. */
export function FiltersPage() {
  const { data: guard, error, refetch } = useQuery(guardQuery);
  if (guard === undefined)
    return error === null ? <Bones lines={12} /> : <LoadFailed error={error} retry={() => void refetch()} />;
  return <Filters guard={guard} />;
}

function Filters({ guard }: { readonly guard: GuardNow }) {
  const edited = useEditedGuard(guard);
  const { settings } = edited;
  const [text, setText] = useState('');
  const [begun, setBegun] = useState(0);
  const begin = (chosen: GuardSettings): void => {
    edited.change(chosen);
    setBegun(begun + 1);
  };
  const trial = useTrial(settings, text);
  const faults = { ...edited.refused, ...trial.faults };
  const on = new Set(
    guard.filters.filter(({ name }) => settings.filters[name].enabled).map(({ name }) => name),
  );
  const first = guard.version === 0 && !edited.isDraft;
  return (
    <SettingFrame
      title="Filters"
      means="All of them look at each message; the strictest consequence holds."
      edited={edited}
      changes={changesOf(edited)}
      faults={Object.keys(faults).length}
    >
      {guard.powerless !== null && isOn(guard.value) && (
        <p className="row border-b border-line px-4 py-2 text-ochre" role="status">
          <Info className="i s" aria-hidden="true" /> The guard only records: {guard.powerless}.
        </p>
      )}
      {first && <Beginnings settings={undefined} onChosen={begin} />}
      <FilterTable titles={guard.filters} edited={edited} faults={faults} />
      <TryIt text={text} titles={guard.filters} tried={trial.filters} on={on} onText={setText} />
      <div className="guard-split">
        <section aria-labelledby="ladder-title">
          <h2 id="ladder-title">Ladder</h2>
          <LadderSteps
            ladder={settings.ladder}
            before={edited.base.ladder}
            at="ladder."
            faults={faults}
            onChange={(ladder) => {
              edited.change({ ladder });
            }}
          />
          <LadderSoFar />
          <CommonSettings edited={edited} faults={faults} />
          {!first && <Beginnings settings={settings} onChosen={begin} />}
        </section>
        <ReplayStrip settings={settings} titles={guard.filters} isDraft={edited.isDraft} asked={begun} />
      </div>
    </SettingFrame>
  );
}

/** How far up the ladder viewers came. */
function LadderSoFar() {
  const { data } = useQuery(countsQuery);
  const steps = data?.steps ?? [];
  if (steps.length === 0) return null;
  const words = steps.map(({ step, viewers }, at) =>
    at === 0
      ? `${String(viewers)} ${viewers === 1 ? 'viewer' : 'viewers'} reached step ${String(step)}`
      : `${String(viewers)} step ${String(step)}`,
  );
  return (
    <p className="s2 mt-1.5 text-soft">
      In {data?.days} days, {words.join(', ')}.
    </p>
  );
}

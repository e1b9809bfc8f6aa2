import { useQuery } from '@tanstack/react-query';
import { Hand, Play, Repeat, SkipForward, Trash2, TriangleAlert, Volume2 } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { StageDoes } from '@gully/core/stage';
import type { StageAlert, StageState } from '../api/index.js';
import { ago, Bones, ConfirmDialog, LoadFailed, useNow } from '../ui/index.js';
import { stagesQuery } from './queries.js';
import { useStageAct } from './use-stage-act.js';

/** On air: what each overlay shows now and next, and which pages show it. */
export function StagePanel() {
  const { data, error, refetch } = useQuery(stagesQuery);
  const stages = data?.filter(({ hasStage }) => hasStage) ?? [];
  return (
    <section className="panel flex flex-col" aria-labelledby="stage-panel-title">
      <header>
        <h2 id="stage-panel-title">Alerts</h2>
      </header>
      {data === undefined ? (
        error === null ? (
          <Bones lines={3} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : stages.length === 0 ? (
        <p className="text-soft">
          No overlay has a stage for alerts.{' '}
          <Link className="underline" to="/prepare/overlays">
            Overlays
          </Link>
        </p>
      ) : (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-2 overflow-y-auto">
          {stages.map((stage) => (
            <OneStage key={stage.overlay} stage={stage} />
          ))}
        </div>
      )}
    </section>
  );
}

function OneStage({ stage }: { readonly stage: StageState }) {
  const { overlay, name, held, showing, waiting, last } = stage;
  const act = useStageAct();
  const [asking, setAsking] = useState(false);
  const button = (does: StageDoes, label: string, Icon: typeof Hand, off: boolean) => (
    <button
      type="button"
      className="btn s"
      disabled={off}
      onClick={() => {
        // What waits is gone for good; what is shown can be shown again.
        if (does === 'clear' && waiting.length > 0) setAsking(true);
        else act.mutate({ overlay, does });
      }}
    >
      <Icon className="i s" aria-hidden="true" /> {label}
    </button>
  );
  return (
    <div>
      <p className="row">
        <b className="truncate">{name}</b>
        <Pages stage={stage} />
      </p>
      <Proscenium showing={showing} waiting={waiting} held={held} />
      <p className="row mt-1 flex-wrap">
        {button('skip', 'Skip', SkipForward, showing === null)}
        {held ? button('go-on', 'Resume', Play, false) : button('hold', 'Hold', Hand, false)}
        {button('replay', 'Replay last', Repeat, last === null)}
        {button('clear', 'Clear', Trash2, showing === null && waiting.length === 0)}
      </p>
      {asking && (
        <ConfirmDialog
          title={`Clear the stage of ${name}?`}
          about={`${waiting.length === 1 ? 'The waiting alert will' : `The ${String(waiting.length)} waiting alerts will`} not be shown. This cannot be undone.`}
          act="Clear the stage"
          onAct={() => {
            act.mutate({ overlay, does: 'clear' });
          }}
          onClose={() => {
            setAsking(false);
          }}
        />
      )}
    </div>
  );
}

/** Who shows it, and what is to be done where nobody does or nothing is heard. */
function Pages({ stage: { pages } }: { readonly stage: StageState }) {
  const seen = pages.filter(({ visible }) => visible);
  const heard = seen.find(({ audible }) => audible);
  if (seen.length === 0)
    return (
      <span className="state ml-auto text-ochre">
        <TriangleAlert className="i s" aria-hidden="true" /> {pages.length === 0 ? 'no page open' : 'hidden'}
      </span>
    );
  if (heard?.muted === true)
    return (
      <span
        className="state ml-auto text-ochre"
        title="In the browser source of your streaming software, let it control audio itself, then reload it."
      >
        <TriangleAlert className="i s" aria-hidden="true" /> muted: tick “control audio” in the source
      </span>
    );
  return (
    <span className="state ml-auto text-moss">
      {heard !== undefined && <Volume2 className="i s" aria-hidden="true" />}
      {seen.length === 1 ? '1 page' : `${String(seen.length)} pages`}
      {heard === undefined && <span className="text-soft">, without sound</span>}
    </span>
  );
}

/** The stage and its wings: what is shown, and what waits behind it. */
function Proscenium({
  showing,
  waiting,
  held,
}: {
  readonly showing: StageAlert | null;
  readonly waiting: readonly StageAlert[];
  readonly held: boolean;
}) {
  const now = useNow(1_000);
  return (
    <div className="proscenium">
      <p className={`now ${showing === null ? 'text-soft' : ''}`} aria-live="polite">
        {showing === null ? held ? 'Held' : 'Nothing is shown' : <AlertWords alert={showing} />}
      </p>
      {waiting.length > 0 && (
        <ol aria-label="Waiting">
          {waiting.slice(0, 5).map((alert) => (
            <li key={alert.id}>
              <AlertWords alert={alert} />
              <span className="s2 shrink-0 text-soft">{ago(alert.at, now)}</span>
            </li>
          ))}
          {waiting.length > 5 && <li className="s2 text-soft">and {waiting.length - 5} more</li>}
        </ol>
      )}
    </div>
  );
}

function AlertWords({ alert: { words, viewer, test } }: { readonly alert: StageAlert }) {
  return (
    <span className="truncate">
      {words} {viewer !== '' && <span className="text-soft">{viewer}</span>}
      {test && <span className="flag text-pool">test</span>}
    </span>
  );
}

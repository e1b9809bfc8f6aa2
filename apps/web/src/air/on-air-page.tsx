import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Arrangements, Board } from '../board/index.js';
import { channelQuery, connectionQuery, knownLines } from '../live/index.js';
import { useAreas } from '../manifest/index.js';
import { ago, comesLater, exact, lastDone, useNow } from '../ui/index.js';
import { StandinControls } from './standin-controls.js';

const MINUTES = 5;

/** On air: everything acted on in the next ten minutes, on one screen. */
export function OnAirPage() {
  const { data: channel } = useQuery(channelQuery);
  const { data: connection } = useQuery(connectionQuery);
  const areas = useAreas();
  const [arranging, setArranging] = useState(false);
  const panels = useMemo(
    () =>
      areas
        .flatMap(({ panels: brought = [] }) => brought)
        .map(({ load, ...panel }) => ({ ...panel, Panel: comesLater(load) })),
    [areas],
  );
  return (
    <div className="flex h-full flex-col">
      <h1 className="sr-only">On air</h1>
      <div className="strip">
        <b>{channel?.name}</b>
        {connection !== undefined && connection.present > 0 && (
          <span className="text-soft">
            <span className="m">{connection.present.toLocaleString('en')}</span> in the room
          </span>
        )}
        <LineRate />
        <StandinControls />
        <span className="row ml-auto max-desk:hidden">
          <Arrangements />
          {!arranging && (
            <button
              type="button"
              className="btn s"
              onClick={() => {
                setArranging(true);
              }}
            >
              Arrange
            </button>
          )}
        </span>
      </div>
      <Board
        panels={panels}
        arranging={arranging}
        onDone={() => {
          setArranging(false);
        }}
      />
      <div className="foot">
        <Done />
        <span className="s2 row ml-auto text-soft">
          <kbd>c</kbd> call next <kbd>/</kbd> say <kbd>Ctrl K</kbd> search or run <kbd>?</kbd> all keys
        </span>
      </div>
    </div>
  );
}

/** Lines a minute and the bot’s share of them, over the last five minutes. */
function LineRate() {
  const now = useNow(2_000);
  const lines = knownLines();
  // Looked at now and then; until they are there, nothing can be said of them.
  if (lines.length === 0) return null;
  const recent = lines.filter(({ at, event }) => event === null && now - Date.parse(at) < MINUTES * 60_000);
  const own = recent.filter((line) => line.own).length;
  const rate = Math.round(recent.length / MINUTES);
  return (
    <span className="text-soft">
      <span className="m">{rate}</span> messages a minute
      {own > 0 && <>, 1 in {Math.round(recent.length / own)} from the bot</>}
    </span>
  );
}

/** What was done last, and the way back. */
function Done() {
  const last = lastDone.use();
  const now = useNow(5_000);
  useHotkeys('u', () => last?.undo(), { enabled: last !== undefined }, [last]);
  if (last === undefined) return <span className="text-soft">Nothing to undo</span>;
  const at = new Date(last.at).toISOString();
  return (
    <span className="row min-w-0">
      <span className="s2 text-soft">Last done</span> <b className="truncate">{last.title}</b>
      <span className="s2 text-soft" title={exact(at)}>
        {ago(at, now)}
      </span>
      <button type="button" className="btn s" onClick={last.undo}>
        Undo <kbd aria-hidden="true">u</kbd>
      </button>
    </span>
  );
}

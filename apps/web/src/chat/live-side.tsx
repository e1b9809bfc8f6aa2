import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown } from 'lucide-react';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { ChatLine } from '../api/index.js';
import { loadLines, loadOlder, useLines, usePrefix } from '../live/index.js';
import { AreaParts } from '../manifest/index.js';
import { Bones, comesLater, LoadFailed, tellProblem } from '../ui/index.js';
import { Line } from './line.js';
import { SayLine } from './say-line.js';
import { isEveryLine, wanted } from './wanted.js';

const ChatFilter = comesLater(async () => (await import('./chat-filter.js')).ChatFilter, 0);
const FoundLines = comesLater(async () => (await import('./found-lines.js')).FoundLines);

/** Pixels from the end within which the view follows what arrives. */
const NEAR_END = 40;
/** Pixels from the start within which older lines are asked for. */
const NEAR_START = 80;

/** The dock’s live side: chat as it comes, or the lines one looks for. */
export function LiveSide() {
  const now = wanted.use();
  return (
    <>
      {/* As high as it is once its code is there. */}
      <div className="min-h-[42px]">
        <ChatFilter />
      </div>
      {isEveryLine(now) ? <LiveChat /> : <FoundLines wanted={now} />}
      <AreaParts at="dock" />
      <SayLine />
    </>
  );
}

/** Letters that have room beside each other, and pixels that a row of them is high, and what stands around them. */
const ROW = { letters: 46, height: 18, around: 4 } as const;

/** How high a line will most likely be, so that most are not laid out a second time once they are measured. */
function likelyHeight(line: ChatLine | undefined): number {
  const { name, text, brief } = line ?? { name: '', text: '', brief: '' };
  const rows = Math.ceil((name.length + text.length + brief.length + 2) / ROW.letters);
  return rows * ROW.height + ROW.around;
}

/** Chat as it comes. It stands still while someone reads further up or points at it. */
function LiveChat() {
  const { lines, status, complete, error } = useLines();
  const prefix = usePrefix();
  const scroll = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState(false);
  const [pointed, setPointed] = useState(false);
  const [seen, setSeen] = useState<string>();
  const loading = useRef(false);
  const paused = held || pointed;
  const last = lines.at(-1)?.id;
  const top = useRef(0);
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroll.current,
    estimateSize: (index) => likelyHeight(lines[index]),
    useFlushSync: false,
    getItemKey: (index) => lines[index]?.id ?? index,
    overscan: 4,
    initialRect: { width: 320, height: 600 },
  });

  const size = rows.getTotalSize();
  useLayoutEffect(() => {
    if (paused || lines.length === 0) return;
    rows.scrollToIndex(lines.length - 1, { align: 'end' });
    setSeen(last);
    // Follows what is new, and what grows where it stands; the virtualizer itself changes with every scroll.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [last, paused, size]);

  useEffect(() => {
    const element = scroll.current;
    if (element === null) return;
    const look = (): void => {
      const far = element.scrollHeight - element.scrollTop - element.clientHeight > NEAR_END;
      // Only a hand moves it up; lines that grow do not.
      const up = element.scrollTop < top.current;
      top.current = element.scrollTop;
      setHeld((before) => far && (before || up));
      if (element.scrollTop >= NEAR_START || loading.current || complete || lines.length === 0) return;
      loading.current = true;
      loadOlder()
        .then((count) => {
          // What was at the top stays there, and the older is above it.
          if (count > 0) rows.scrollToIndex(count, { align: 'start' });
        })
        .catch(tellProblem)
        .finally(() => {
          loading.current = false;
        });
    };
    element.addEventListener('scroll', look, { passive: true });
    return () => {
      element.removeEventListener('scroll', look);
    };
  }, [complete, lines.length, rows]);

  const unseen =
    paused && seen !== undefined ? lines.length - 1 - lines.findIndex(({ id }) => id === seen) : 0;
  if (status === 'failed') return <LoadFailed error={error} retry={() => void loadLines()} />;
  return (
    <>
      <div
        ref={scroll}
        className="chat"
        role="log"
        aria-label="Live chat"
        tabIndex={0}
        onPointerEnter={() => {
          setPointed(true);
        }}
        onPointerLeave={() => {
          setPointed(false);
        }}
      >
        {status === 'loading' && <Bones lines={10} />}
        {status === 'ready' && lines.length === 0 && (
          <p className="text-soft">Nobody has said anything yet.</p>
        )}
        <div className="relative" style={{ height: size }}>
          {rows.getVirtualItems().map(({ index, start, key }) => {
            const line = lines[index];
            if (line === undefined) return null;
            const newMinute = line.at.slice(0, 16) !== lines[index - 1]?.at.slice(0, 16);
            return (
              <div
                key={key}
                data-index={index}
                ref={rows.measureElement}
                className="absolute inset-x-0 top-0"
                style={{ transform: `translateY(${String(start)}px)` }}
              >
                <Line line={line} newMinute={newMinute} prefix={prefix} />
              </div>
            );
          })}
        </div>
      </div>
      {unseen > 0 && (
        <button
          type="button"
          className="btn s mx-3 mb-1"
          onClick={() => {
            setHeld(false);
            setPointed(false);
            rows.scrollToIndex(lines.length - 1, { align: 'end' });
          }}
        >
          <ArrowDown className="i s" aria-hidden="true" /> {unseen} new
        </button>
      )}
    </>
  );
}

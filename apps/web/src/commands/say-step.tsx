import { prepareLines } from '@gully/core/chat';
import { DRAW_ORDERS, type DrawOrder } from '@gully/core/random';
import { TEXTS_LIMIT, type SayStep } from '@gully/core/routines';
import { parseText, renderText, unknownIn, type ParseResult, type Scope } from '@gully/core/text';
import { Plus, X } from 'lucide-react';
import { useMemo } from 'react';
import { Choice, Fault, IconButton } from '../ui/index.js';
import { TextField } from './text-field.js';

interface SayStepProps {
  readonly step: SayStep;
  /** where its faults stand: `steps.0` */
  readonly place: string;
  readonly draft: boolean;
  readonly scope: Scope;
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (step: SayStep) => void;
  readonly onShowValues: () => void;
}

const ORDERS: Readonly<Record<DrawOrder, string>> = {
  random: 'any of them',
  turn: 'one after the other',
  bag: 'each once before any again',
};

/** What the bot says: one text, or one of several. */
export function SayBody({ step, place, draft, scope, faultOf, onChange, onShowValues }: SayStepProps) {
  const { texts, order } = step;
  const several = texts.length > 1;
  const setTexts = (next: readonly string[]): void => {
    onChange({ ...step, texts: next });
  };
  return (
    <div className="grid gap-1.5">
      {several && (
        <p className="row flex-wrap">
          <Choice
            label="Which of the texts"
            value={order}
            options={DRAW_ORDERS.map((value) => ({ value, label: ORDERS[value] }))}
            onChange={(next) => {
              onChange({ ...step, order: next });
            }}
          />
          <span className="s2 text-soft">of {texts.length} texts</span>
        </p>
      )}
      {texts.map((text, at) => (
        <OneText
          key={at}
          text={text}
          label={several ? `Text ${String(at + 1)}` : 'Text'}
          draft={draft}
          scope={scope}
          fault={faultOf(`${place}.texts.${String(at)}`)}
          onShowValues={onShowValues}
          onChange={(next) => {
            setTexts(texts.map((each, n) => (n === at ? next : each)));
          }}
          onRemove={
            several
              ? () => {
                  setTexts(texts.filter((_, n) => n !== at));
                }
              : undefined
          }
        />
      ))}
      <Fault>{faultOf(`${place}.texts`)}</Fault>
      {texts.length < TEXTS_LIMIT && (
        <button
          type="button"
          className="btn s bare justify-self-start text-soft"
          onClick={() => {
            onChange({ ...step, texts: [...texts, ''], order: several ? order : 'bag' });
          }}
        >
          <Plus className="i s" aria-hidden="true" /> or another text
        </button>
      )}
    </div>
  );
}

interface OneTextProps {
  readonly text: string;
  readonly label: string;
  readonly draft: boolean;
  readonly scope: Scope;
  readonly fault: string | undefined;
  readonly onChange: (text: string) => void;
  readonly onRemove: (() => void) | undefined;
  readonly onShowValues: () => void;
}

function OneText({ text, label, draft, scope, fault, onChange, onRemove, onShowValues }: OneTextProps) {
  const result = useMemo(() => parseText(text), [text]);
  const unreadable = 'fault' in result ? result.fault : undefined;
  const shownFault =
    unreadable === undefined
      ? fault
      : `Line ${String(unreadable.line)}, column ${String(unreadable.column)}: ${unreadable.message}`;
  return (
    <div className="flex items-start gap-1">
      <div className="min-w-0 flex-1">
        <div className={`text ${unreadable !== undefined ? 'wrong' : draft ? 'draft' : ''}`}>
          <TextField
            value={text}
            label={label}
            known={scope.known}
            onChange={onChange}
            onShowValues={onShowValues}
          />
        </div>
        {/* One of many that holds no value shows what it says by itself. */}
        {!(onRemove !== undefined && isPlain(result)) && <Preview result={result} scope={scope} />}
        <div aria-live="polite">
          <Fault>{shownFault}</Fault>
          <UnknownValues result={result} known={scope.known} text={text} onChange={onChange} />
        </div>
      </div>
      {onRemove !== undefined && (
        <IconButton icon={X} label={`Remove ${label.toLowerCase()}`} onClick={onRemove} />
      )}
    </div>
  );
}

function isPlain(result: ParseResult): boolean {
  return 'text' in result && !/\{[{%]/u.test(result.text.source);
}

function Preview({ result, scope }: { readonly result: ParseResult; readonly scope: Scope }) {
  if ('fault' in result || result.text.source.trim() === '') return null;
  const { text, notes } = renderText(result.text, scope);
  const lines = prepareLines(text, result.text.ownStart);
  const stopped = notes.filter((note) => !note.startsWith('No value'));
  return (
    <div className="preview" data-testid="preview">
      {lines.length === 0 ? (
        <p className="text-soft">Now it would say nothing: no text is left.</p>
      ) : (
        lines.map((line, index) => (
          <p key={index}>
            {index === 0 && <span className="text-soft">Now: </span>}
            {line}
          </p>
        ))
      )}
      {stopped.map((note) => (
        <Fault key={note}>{note}</Fault>
      ))}
      {lines.length > 1 && (
        <p className="s2 text-soft">It is too long for one line of chat and goes out as {lines.length}.</p>
      )}
    </div>
  );
}

interface UnknownValuesProps {
  readonly result: ParseResult;
  readonly known: ReadonlySet<string>;
  readonly text: string;
  readonly onChange: (text: string) => void;
}

function UnknownValues({ result, known, text, onChange }: UnknownValuesProps) {
  if ('fault' in result) return null;
  const paths = new Map(unknownIn(result.text, known).map(({ path, nearest }) => [path, nearest]));
  return [...paths].map(([path, nearest]) => (
    <p key={path} className="fault">
      <span>
        No value is called <span className="m">{path}</span>; it will be empty.
      </span>
      {nearest === undefined ? (
        <span className="text-soft">Type {'{'} to see all there are.</span>
      ) : (
        <button
          type="button"
          className="btn s"
          onClick={() => {
            onChange(text.replaceAll(path, nearest));
          }}
        >
          Use <span className="m">{nearest}</span>
        </button>
      )}
    </p>
  ));
}

import { prepareLines } from '@gully/core/chat';
import { TEXTS_LIMIT } from '@gully/core/routines';
import {
  parseText,
  renderText,
  unescapedIn,
  unknownIn,
  type KnownPaths,
  type ParseResult,
  type Scope,
} from '@gully/core/text';
import { Plus, X } from 'lucide-react';
import { useMemo } from 'react';
import { Fault, IconButton } from '../ui/index.js';
import { useScript } from './script-context.js';
import { TextField } from './text-field.js';

interface TextsBlankProps {
  readonly texts: readonly string[];
  /** where its faults stand: `steps.0.texts` */
  readonly place: string;
  readonly draft: boolean;
  readonly onChange: (texts: readonly string[]) => void;
}

/** One text of a step, or one of several. */
export function TextsBlank(blank: TextsBlankProps) {
  const { faultOf, scope, onShowValues } = useScript();
  return <Texts {...blank} faultOf={faultOf} scope={scope} onShowValues={onShowValues} />;
}

interface TextsProps extends TextsBlankProps, About {
  readonly faultOf: (place: string) => string | undefined;
}

/** What a text may ask for, and the way to all of it. */
interface About {
  readonly scope: Scope;
  readonly onShowValues: () => void;
}

/** One text, or one of several. */
export function Texts({ texts, place, draft, faultOf, onChange, ...about }: TextsProps) {
  const several = texts.length > 1;
  return (
    <div className="grid w-full gap-1.5">
      {texts.map((text, at) => (
        <OneLine
          {...about}
          key={at}
          text={text}
          label={several ? `Text ${String(at + 1)}` : 'Text'}
          draft={draft}
          fault={faultOf(`${place}.${String(at)}`)}
          onChange={(next) => {
            onChange(texts.map((each, n) => (n === at ? next : each)));
          }}
          onRemove={
            several
              ? () => {
                  onChange(texts.filter((_, n) => n !== at));
                }
              : undefined
          }
        />
      ))}
      <Fault>{faultOf(place)}</Fault>
      {texts.length < TEXTS_LIMIT && (
        <button
          type="button"
          className="btn s bare justify-self-start text-soft"
          onClick={() => {
            onChange([...texts, '']);
          }}
        >
          <Plus className="i s" aria-hidden="true" /> Add another text
          {texts.length === 1 && ' (one is picked at random)'}
        </button>
      )}
    </div>
  );
}

interface OneTextProps {
  readonly text: string;
  readonly label: string;
  readonly draft: boolean;
  readonly fault: string | undefined;
  readonly onChange: (text: string) => void;
  readonly onRemove?: (() => void) | undefined;
  /** false for what is not said, but stored, written or sent */
  readonly said?: boolean;
  readonly example?: string;
  /** true where it comes to JSON */
  readonly json?: boolean | undefined;
}

/** A text of a step that is not said. */
export function OneText(props: OneTextProps) {
  const { scope, onShowValues } = useScript();
  return <OneLine {...props} scope={scope} onShowValues={onShowValues} />;
}

/** A text that stands by itself, outside of a script. */
export function SaidText(props: OneTextProps & About) {
  return <OneLine {...props} />;
}

/** A text with values: what it would be now stands under it, and what is wrong with it. */
function OneLine({
  text,
  label,
  draft,
  fault,
  onChange,
  onRemove,
  said = true,
  example,
  json = false,
  scope,
  onShowValues,
}: OneTextProps & About) {
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
            scope={scope}
            onChange={onChange}
            onShowValues={onShowValues}
            example={example}
          />
        </div>
        {/* One of many that holds no value shows what it says by itself. */}
        {!(onRemove !== undefined && isPlain(result) && fitsOneLine(text)) && (
          <Preview result={result} scope={scope} said={said} />
        )}
        <div aria-live="polite">
          <Fault>{shownFault}</Fault>
          {json && <Unescaped text={text} onChange={onChange} />}
          <UnknownValues result={result} known={scope.known} text={text} onChange={onChange} />
        </div>
      </div>
      {onRemove !== undefined && (
        <IconButton icon={X} label={`Remove ${label.toLowerCase()}`} onClick={onRemove} />
      )}
    </div>
  );
}

/** Values that could break the JSON they stand in, each with what to write instead. */
function Unescaped({ text, onChange }: { readonly text: string; readonly onChange: (text: string) => void }) {
  return unescapedIn(text).map(({ inner, instead }) => (
    <p key={`${inner} ${String(instead === undefined)}`} className="fault !text-ochre">
      <span>
        Whoever types a quotation mark into <span className="m">{inner}</span> can add fields of their own.
      </span>
      {instead === undefined ? (
        <span className="text-soft">
          End it with <span className="m">| json</span>, without quotation marks around it.
        </span>
      ) : (
        <button
          type="button"
          className="btn s"
          onClick={() => {
            onChange(text.replaceAll(instead.of, instead.by));
          }}
        >
          Use <span className="m">{instead.by}</span>
        </button>
      )}
    </p>
  ));
}

function fitsOneLine(text: string): boolean {
  return prepareLines(text, true).length <= 1;
}

function isPlain(result: ParseResult): boolean {
  return 'text' in result && !/\{[{%]/u.test(result.text.source);
}

function Preview({
  result,
  scope,
  said,
}: {
  readonly result: ParseResult;
  readonly scope: Scope;
  readonly said: boolean;
}) {
  if ('fault' in result || result.text.source.trim() === '') return null;
  const { text, stopped } = renderText(result.text, scope);
  if (!said) return isPlain(result) ? null : <p className="preview">Now: {text}</p>;
  const lines = prepareLines(text, result.text.ownStart);
  return (
    <div className="preview" data-testid="preview">
      {lines.length === 0 ? (
        <p className="text-soft">It would say nothing: the text comes out empty.</p>
      ) : (
        lines.map((line, index) => (
          <p key={index}>
            {index === 0 && <span className="text-soft">Now: </span>}
            {line}
          </p>
        ))
      )}
      <Fault>{stopped}</Fault>
      {lines.length > 1 && (
        <p className="s2 text-soft">It is too long for one line of chat and goes out as {lines.length}.</p>
      )}
    </div>
  );
}

interface UnknownValuesProps {
  readonly result: ParseResult;
  readonly known: KnownPaths;
  readonly text: string;
  readonly onChange: (text: string) => void;
}

function UnknownValues({ result, known, text, onChange }: UnknownValuesProps) {
  if ('fault' in result) return null;
  const paths = new Map(unknownIn(result.text, known).map(({ path, nearest }) => [path, nearest]));
  return [...paths].map(([path, nearest]) => (
    <p key={path} className="fault">
      <span>
        There is no value called <span className="m">{path}</span>; it will be empty.
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

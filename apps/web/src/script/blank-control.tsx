import { type Blank, type Conditions, type WordOf } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { Link } from 'react-router';
import { countersQuery, listsQuery, rememberedQuery, routinesQuery, webhooksQuery } from '../live/index.js';
import { Choice, Fault, WholeNumber } from '../ui/index.js';
import { ConditionsBlank } from './conditions-blank.js';
import { useScript } from './script-context.js';
import { OneText, TextsBlank } from './texts-blank.js';

interface BlankControlProps {
  readonly blank: Blank;
  readonly value: unknown;
  /** where its faults stand: `steps.0.seconds` */
  readonly place: string;
  readonly draft: boolean;
  readonly onChange: (value: unknown) => void;
}

/** The control of one blank: what it is depends on nothing but what the registry says of it. */
export function BlankControl({ blank, value, place, draft, onChange }: BlankControlProps) {
  const { faultOf } = useScript();
  switch (blank.as) {
    case 'texts':
      return (
        <TextsBlank texts={value as readonly string[]} place={place} draft={draft} onChange={onChange} />
      );
    case 'text':
      return (
        <OneText
          text={String(value)}
          label={blank.label}
          draft={draft}
          fault={faultOf(place)}
          said={false}
          example={blank.example}
          onChange={onChange}
        />
      );
    case 'word':
      return (
        <>
          <WordBlank
            label={blank.label}
            of={blank.of}
            value={String(value)}
            draft={draft}
            fault={faultOf(place)}
            onChange={onChange}
          />
          <Fault>{faultOf(place)}</Fault>
        </>
      );
    case 'number':
      return (
        <>
          <WholeNumber
            label={blank.label}
            value={value as number}
            wrong={faultOf(place) !== undefined}
            onChange={(next) => {
              onChange(next ?? Number.NaN);
            }}
          />
          <Fault>{faultOf(place)}</Fault>
        </>
      );
    case 'choice':
      return (
        <Choice
          label={blank.label}
          value={String(value)}
          draft={draft}
          options={Object.entries(blank.options).map(([each, label]) => ({ value: each, label }))}
          onChange={onChange}
        />
      );
    case 'list':
    case 'routine':
    case 'webhook':
      return (
        <>
          <ReferenceBlank
            what={blank.as}
            label={blank.label}
            value={String(value)}
            draft={draft}
            onChange={onChange}
          />
          <Fault>{faultOf(place)}</Fault>
        </>
      );
    case 'conditions':
      return <ConditionsBlank conditions={value as Conditions} place={place} onChange={onChange} />;
    case 'steps':
    case 'branches':
      return null;
  }
}

interface WordBlankProps {
  readonly label: string;
  readonly of: WordOf;
  readonly value: string;
  readonly draft: boolean;
  readonly fault: string | undefined;
  readonly onChange: (value: string) => void;
}

const EXAMPLES: Readonly<Record<WordOf, string>> = { counter: 'depth', remembered: 'word', output: 'lamp' };

/** A plain word; those there are already are offered. */
function WordBlank({ label, of, value, draft, fault, onChange }: WordBlankProps) {
  const id = useId();
  const { data: counters } = useQuery(countersQuery);
  const { data: remembered } = useQuery(rememberedQuery);
  const known =
    of === 'counter'
      ? (counters ?? []).map(({ name }) => name)
      : of === 'remembered'
        ? (remembered?.names ?? [])
        : [];
  const now = counters?.find(({ name }) => name === value)?.value;
  return (
    <>
      <input
        className={`blank m !h-6 !w-32 ${draft ? 'draft' : ''}`}
        aria-label={label}
        aria-invalid={fault !== undefined}
        placeholder={EXAMPLES[of]}
        value={value}
        list={known.length > 0 ? id : undefined}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          onChange(of === 'output' ? event.target.value : event.target.value.trim());
        }}
      />
      {known.length > 0 && (
        <datalist id={id}>
          {known.map((name) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      )}
      {of === 'counter' && now !== undefined && (
        <span className="s2 text-soft">(it is {now.toLocaleString('en')} now)</span>
      )}
    </>
  );
}

const PLACES = {
  list: { none: 'Make a list first', to: '/prepare/lists' },
  routine: { none: 'Make a routine first', to: '/prepare/routines/new' },
  webhook: { none: 'Add a webhook first', to: '/prepare/outputs' },
} as const;

interface ReferenceBlankProps {
  readonly what: keyof typeof PLACES;
  readonly label: string;
  readonly value: string;
  readonly draft: boolean;
  readonly onChange: (value: string) => void;
}

/** One of the lists, routines or webhooks there are. */
function ReferenceBlank({ what, label, value, draft, onChange }: ReferenceBlankProps) {
  const { data: lists } = useQuery(listsQuery);
  const { data: routines } = useQuery(routinesQuery);
  const { data: webhooks } = useQuery(webhooksQuery);
  const options = {
    list: () => (lists ?? []).map(({ id, name }) => ({ value: id, label: name })),
    routine: () => (routines ?? []).map(({ id, name }) => ({ value: id, label: name })),
    webhook: () => (webhooks ?? []).map(({ name }) => ({ value: name, label: name })),
  }[what]();
  const known = options.some((option) => option.value === value);
  if (options.length === 0)
    return (
      <Link className="btn s" to={PLACES[what].to}>
        {PLACES[what].none}
      </Link>
    );
  return (
    <Choice
      label={label}
      value={known ? value : ''}
      draft={draft}
      options={known ? options : [{ value: '', label: `choose a ${what}` }, ...options]}
      onChange={onChange}
    />
  );
}

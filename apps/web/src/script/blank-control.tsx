import type { Blank, WordOf } from '@gully/core/area';
import { type Conditions } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { useId } from 'react';
import { countersQuery, rememberedQuery } from '../live/index.js';
import { Choice, DurationField, Fault, WholeNumber } from '../ui/index.js';
import { ConditionsBlank } from './conditions-blank.js';
import { ReferenceChoice } from './reference-choice.js';
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
  const numberOf = (label: string) => ({
    label,
    value: value as number,
    wrong: faultOf(place) !== undefined,
    onChange: (next: number | null) => {
      onChange(next ?? Number.NaN);
    },
  });
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
          json={blank.json}
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
          {blank.unit === 's' ? (
            <DurationField {...numberOf(blank.label)} unit="s" draft={draft} />
          ) : (
            <WholeNumber {...numberOf(blank.label)} />
          )}
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
    case 'reference':
      return (
        <>
          <ReferenceChoice
            to={blank.to}
            of={blank.of}
            label={blank.label}
            value={String(value)}
            draft={draft}
            otherwise={blank.otherwise && { value: blank.otherwise.value, label: blank.otherwise.words }}
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

const NEEDS: Readonly<Record<WordOf, string>> = {
  counter: 'name the counter',
  remembered: 'name it',
  output: 'name the file',
  time: 'set the hour',
};

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
        placeholder={NEEDS[of]}
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

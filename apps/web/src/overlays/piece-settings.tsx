import type { Blank } from '@gully/core/area';
import { pieceKind, type OverlayBody, type Piece } from '@gully/core/overlays';
import { routineOf } from '@gully/core/routines';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useId, useState } from 'react';
import type { Overlay } from '../api/index.js';
import type { Editing } from '../editing/index.js';
import { countersQuery } from '../live/index.js';
import { ReferenceChoice, SaidText, useScope, ValueReference } from '../script/index.js';
import { Choice, DurationField, Fault, NumberBlank } from '../ui/index.js';

const NO_STEPS = routineOf([]);
const NOBODY = { name: '', uses: 0, inputs: {}, names: false };

interface SettingsProps {
  readonly editing: Editing<OverlayBody, Overlay>;
  readonly piece: Piece;
  readonly onChange: (part: Partial<Piece>, what: string) => void;
  readonly before: Piece;
  readonly at: string;
}

/** What its kind asks for, as the registry says. */
export function PieceSettings({ editing, piece, before, at, onChange }: SettingsProps) {
  const kind = pieceKind(piece.kind);
  const scope = useScope(NO_STEPS, NOBODY);
  const [valuesOpen, setValuesOpen] = useState(false);
  const showValues = useCallback((): void => {
    setValuesOpen(true);
  }, []);
  const without = new Set(kind?.without?.(piece.settings));
  return (
    <>
      {Object.entries(kind?.blanks ?? {})
        .filter(([field]) => !without.has(field))
        .map(([field, blank]) => {
          const value = piece.settings[field] ?? '';
          const fault = editing.faultOf(`${at}.settings.${field}`);
          const label = 'label' in blank ? blank.label : field;
          const put = (next: string | number): void => {
            onChange({ settings: { ...piece.settings, [field]: next } }, field);
          };
          return (
            <div key={field}>
              <span className="s2 block pb-0.5 text-soft">{label}</span>
              {blank.as === 'text' ? (
                <SaidText
                  text={String(value)}
                  label={label}
                  draft={value !== before.settings[field]}
                  fault={fault}
                  said={false}
                  example={blank.example}
                  scope={scope}
                  onShowValues={showValues}
                  onChange={put}
                />
              ) : (
                <>
                  <SettingBlank
                    blank={blank}
                    value={value}
                    before={before.settings[field] ?? ''}
                    wrong={fault}
                    onChange={put}
                  />
                  <Fault>{fault}</Fault>
                </>
              )}
            </div>
          );
        })}
      <ValueReference open={valuesOpen} scope={scope} onOpen={setValuesOpen} />
    </>
  );
}

interface SettingBlankProps {
  readonly blank: Blank;
  readonly value: string | number;
  readonly before: string | number;
  readonly wrong: string | undefined;
  readonly onChange: (value: string | number) => void;
}

function SettingBlank({ blank, value, before, wrong, onChange }: SettingBlankProps) {
  const draft = value !== before;
  switch (blank.as) {
    case 'number':
      return blank.unit === 's' ? (
        <DurationField
          label={blank.label}
          value={Number(value)}
          unit="s"
          draft={draft}
          wrong={wrong !== undefined}
          onChange={(next) => {
            onChange(next ?? Number.NaN);
          }}
        />
      ) : (
        <NumberBlank
          label={blank.label}
          value={Number(value)}
          before={Number(before)}
          wrong={wrong}
          onChange={onChange}
        />
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
        <ReferenceChoice
          to={blank.to}
          of={blank.of}
          otherwise={blank.otherwise && { value: blank.otherwise.value, label: blank.otherwise.words }}
          label={blank.label}
          value={String(value)}
          draft={draft}
          onChange={onChange}
        />
      );
    case 'word':
      return (
        <PlainWord
          label={blank.label}
          value={String(value)}
          draft={draft}
          counters={blank.of === 'counter'}
          wrong={wrong !== undefined}
          onChange={onChange}
        />
      );
    // Texts stand by themselves, and no piece asks for the rest.
    case 'text':
    case 'texts':
    case 'conditions':
    case 'steps':
    case 'branches':
      return null;
  }
}

interface PlainWordProps {
  readonly label: string;
  readonly value: string;
  readonly draft: boolean;
  /** whether the counters there are are offered */
  readonly counters: boolean;
  readonly wrong: boolean;
  readonly onChange: (value: string) => void;
}

function PlainWord({ label, value, draft, counters, wrong, onChange }: PlainWordProps) {
  const id = useId();
  const { data } = useQuery({ ...countersQuery, enabled: counters });
  return (
    <>
      <input
        className={`blank m !w-44 ${draft ? 'draft' : ''}`}
        aria-label={label}
        aria-invalid={wrong}
        list={counters ? id : undefined}
        autoComplete="off"
        spellCheck={false}
        value={value}
        onChange={({ target }) => {
          onChange(target.value);
        }}
      />
      {counters && (
        <datalist id={id}>
          {data?.map(({ name }) => (
            <option key={name} value={name} />
          ))}
        </datalist>
      )}
    </>
  );
}

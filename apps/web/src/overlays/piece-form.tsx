import { ALIGNMENTS, FONTS, pieceKind, type Look, type OverlayBody, type Piece } from '@gully/core/overlays';
import { routineOf, type Blank } from '@gully/core/routines';
import { useMutation, useQuery } from '@tanstack/react-query';
import { MonitorPlay } from 'lucide-react';
import { useCallback, useId, useState } from 'react';
import { answerOf, api, type Overlay } from '../api/index.js';
import type { Editing } from '../editing/index.js';
import { countersQuery } from '../live/index.js';
import { ReferenceChoice, SaidText, useScope, ValueReference, WhenBlank } from '../script/index.js';
import { Choice, DurationField, Fault, NumberBlank, tellProblem, Tick } from '../ui/index.js';
import { ColourBlank } from './colour-blank.js';
import { ANIMATION_OPTIONS, titleOfPiece } from './words.js';

interface PieceFormProps {
  readonly editing: Editing<OverlayBody, Overlay>;
  readonly piece: Piece;
  readonly onChange: (part: Partial<Piece>, what: string) => void;
}

const FONT_OPTIONS = FONTS.map((value) => ({
  value,
  label: { heading: 'heading', text: 'text', mono: 'monospaced' }[value],
}));
const ALIGN_OPTIONS = ALIGNMENTS.map((value) => ({
  value,
  label: { left: 'left', center: 'centred', right: 'right' }[value],
}));

/** What one piece shows, how it looks, where it stands, and when. */
export function PieceForm({ editing, piece, onChange }: PieceFormProps) {
  const { body, base, faultOf } = editing;
  const at = `pieces.${String(body.pieces.indexOf(piece))}`;
  const before = base.pieces.find(({ id }) => id === piece.id) ?? piece;
  const number = (field: 'x' | 'y' | 'width' | 'height', label: string) => (
    <NumberBlank
      label={label}
      value={piece[field]}
      before={before[field]}
      wrong={faultOf(`${at}.${field}`)}
      onChange={(value) => {
        onChange({ [field]: value }, field);
      }}
    />
  );
  const look = (part: Partial<Look>, what: string): void => {
    onChange({ look: { ...piece.look, ...part } }, what);
  };
  return (
    <section aria-label={titleOfPiece(piece)} className="grid min-w-0 content-start gap-2.5">
      <header className="row">
        <h2 className="truncate">{titleOfPiece(piece)}</h2>
        <input
          className={`blank ml-auto !w-40 ${piece.name === before.name ? '' : 'draft'}`}
          aria-label="Name in the list of layers"
          placeholder="name it"
          maxLength={60}
          value={piece.name}
          onChange={({ target }) => {
            onChange({ name: target.value }, 'name');
          }}
        />
      </header>
      <Fault>{faultOf(at)}</Fault>
      {kindIsTried(piece.kind) && editing.saved?.pieces.some(({ id }) => id === piece.id) === true && (
        <TestPiece overlay={editing.id} piece={piece.id} />
      )}
      <PieceSettings editing={editing} piece={piece} before={before} at={at} onChange={onChange} />
      {piece.kind !== 'picture' && (
        <p className="sentence">
          In{' '}
          <Choice
            label="Font"
            value={piece.look.font}
            draft={piece.look.font !== before.look.font}
            options={FONT_OPTIONS}
            onChange={(font) => {
              look({ font }, '');
            }}
          />{' '}
          letters of{' '}
          <NumberBlank
            label="Size of its letters, in pixels"
            value={piece.look.size}
            before={before.look.size}
            wrong={faultOf(`${at}.look.size`)}
            onChange={(size) => {
              look({ size }, 'size');
            }}
          />{' '}
          px,{' '}
          <Choice
            label="Alignment"
            value={piece.look.align}
            draft={piece.look.align !== before.look.align}
            options={ALIGN_OPTIONS}
            onChange={(align) => {
              look({ align }, '');
            }}
          />
          , in{' '}
          <ColourBlank
            label="Colour of its letters"
            value={piece.look.colour}
            onChange={(colour) => {
              look({ colour }, 'colour');
            }}
          />{' '}
          on{' '}
          <ColourBlank
            label="Background"
            value={piece.look.background}
            clear
            onChange={(background) => {
              look({ background }, 'background');
            }}
          />
          <Tick
            label="a dark edge around letters"
            checked={piece.look.edge}
            onChange={(edge) => {
              look({ edge }, '');
            }}
          />
        </p>
      )}
      <p className="sentence">
        It stands at {number('x', 'From the left, in pixels')}, {number('y', 'From the top, in pixels')} and
        is {number('width', 'Width, in pixels')} × {number('height', 'Height, in pixels')} px.
      </p>
      {(['x', 'y', 'width', 'height', 'look.size'] as const).map((field) => (
        <Fault key={field}>{faultOf(`${at}.${field}`)}</Fault>
      ))}
      <p className="sentence">
        It comes{' '}
        <Choice
          label="How it comes"
          value={piece.entrance}
          draft={piece.entrance !== before.entrance}
          options={ANIMATION_OPTIONS}
          onChange={(entrance) => {
            onChange({ entrance }, '');
          }}
        />{' '}
        and goes{' '}
        <Choice
          label="How it goes"
          value={piece.exit}
          draft={piece.exit !== before.exit}
          options={ANIMATION_OPTIONS}
          onChange={(exit) => {
            onChange({ exit }, '');
          }}
        />
        , stays{' '}
        <DurationField
          label="How long it stays after what it shows has changed; empty for always"
          value={piece.seconds === 0 ? null : piece.seconds}
          unit="s"
          empty="always"
          draft={piece.seconds !== before.seconds}
          wrong={faultOf(`${at}.seconds`) !== undefined}
          onChange={(seconds) => {
            onChange({ seconds: seconds ?? 0 }, 'seconds');
          }}
        />{' '}
        after a change, and is shown{' '}
        <WhenBlank
          when={piece.when}
          draft={JSON.stringify(piece.when) !== JSON.stringify(before.when)}
          fault={faultOf(`${at}.when`)}
          onChange={(when) => {
            onChange({ when }, 'when');
          }}
        />
      </p>
      <Fault>{faultOf(`${at}.seconds`)}</Fault>
    </section>
  );
}

/** The stage and cards are tried by an alert, beside the address. */
function kindIsTried(kind: string): boolean {
  return kind !== 'stage' && kind !== 'viewer-card';
}

/** Has the piece come and go on the real overlay, as it is saved. */
function TestPiece({ overlay, piece }: { readonly overlay: string; readonly piece: string }) {
  const test = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST('/api/overlays/{id}/pieces/{piece}/test', { params: { path: { id: overlay, piece } } }),
      ),
    onError: tellProblem,
  });
  return (
    <button
      type="button"
      className="btn s justify-self-start"
      disabled={test.isPending}
      onClick={() => {
        test.mutate();
      }}
    >
      <MonitorPlay className="i s" aria-hidden="true" /> Test on the overlay, as saved
    </button>
  );
}

const NO_STEPS = routineOf([]);
const NOBODY = { name: '', uses: 0, inputs: {}, names: false };

interface SettingsProps extends PieceFormProps {
  readonly before: Piece;
  readonly at: string;
}

/** What its kind asks for, as the registry says. */
function PieceSettings({ editing, piece, before, at, onChange }: SettingsProps) {
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

import { ALIGNMENTS, FONTS, type Look, type OverlayBody, type Piece } from '@gully/core/overlays';
import { useMutation } from '@tanstack/react-query';
import { MonitorPlay } from 'lucide-react';
import { answerOf, api, type Overlay } from '../api/index.js';
import type { Editing } from '../editing/index.js';
import { WhenBlank } from '../script/index.js';
import { Choice, DurationField, Fault, NumberBlank, tellProblem, Tick } from '../ui/index.js';
import { ColourBlank } from './colour-blank.js';
import { PieceSettings } from './piece-settings.js';
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
        <p className="sentence spaced">
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
      <p className="sentence spaced">
        It stands at {number('x', 'From the left, in pixels')}, {number('y', 'From the top, in pixels')} and
        is {number('width', 'Width, in pixels')} × {number('height', 'Height, in pixels')} px.
      </p>
      {(['x', 'y', 'width', 'height', 'look.size'] as const).map((field) => (
        <Fault key={field}>{faultOf(`${at}.${field}`)}</Fault>
      ))}
      <p className="sentence spaced">
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

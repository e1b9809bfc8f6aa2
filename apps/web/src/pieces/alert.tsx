import type { ShownAlert } from '@gully/core/overlays';

/** One alert as a stage shows it: what is seen, with its text. */
export function AlertView({ alert, going }: { readonly alert: ShownAlert; readonly going: boolean }) {
  const { media, portrait, card, text, animation, place, test } = alert;
  const moves = animation === 'none' ? '' : `${going ? 'goes' : 'comes'} by-${animation}`;
  return (
    <div key={alert.id} className={`on-stage at-${place} ${moves}`} data-alert={alert.id}>
      {media !== null &&
        (media.video ? (
          <video className="seen" src={media.url} autoPlay muted playsInline />
        ) : (
          <img className="seen" src={media.url} alt="" />
        ))}
      {card === null ? (
        portrait !== null && <img className="portrait" src={portrait} alt="" />
      ) : (
        <CardView alert={alert} />
      )}
      {text !== '' && (
        <p className="said" dir="auto">
          {text}
        </p>
      )}
      {test && <span className="test">test</span>}
    </div>
  );
}

/** A viewer’s card: who they are, what they have, and how far they are. */
function CardView({ alert: { card, portrait } }: { readonly alert: ShownAlert }) {
  if (card === null) return null;
  const { name, rank, balance, watchTime } = card;
  return (
    <div className="viewer-card-piece">
      {portrait !== null && <img src={portrait} alt="" />}
      <span>
        <b>{name}</b>
        <span className="aside">{[rank, balance, watchTime].filter((part) => part !== '').join(' · ')}</span>
      </span>
    </div>
  );
}

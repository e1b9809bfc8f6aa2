import type { CairnData } from '@gully/core/cairn';

export function CairnPiece({ data: { name, stones } }: { readonly data: CairnData }) {
  return (
    <div className="beside">
      <span>{name}</span>
      <b>{stones}</b>
    </div>
  );
}

import { useNarrow } from '../ui/index.js';

/** The heading of a script, with the way to all values. */
export function ScriptTitle({ onShowValues }: { readonly onShowValues: () => void }) {
  const Title = useNarrow() ? 'h2' : 'h3';
  return (
    <div className="row mt-3 mb-1 flex-wrap">
      <Title className="h2">What it does</Title>
      <button type="button" className="btn s bare ml-auto text-soft" onClick={onShowValues}>
        <kbd aria-hidden="true">{'{'}</kbd> All values
      </button>
    </div>
  );
}

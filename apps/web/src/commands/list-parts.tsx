import type { Command } from '../api/index.js';

/** In place of a list in which a search found nothing. */
export function NothingFound({
  search,
  onShowAll,
}: {
  readonly search: string;
  readonly onShowAll: () => void;
}) {
  return (
    <p className="px-3 py-2 text-soft">
      No command has “{search}” in its names, phrases, texts or group.{' '}
      <button type="button" className="underline" onClick={onShowAll}>
        Show all
      </button>
    </p>
  );
}

/** The state of a command that wants attention. */
export function Flag({ command, drafted }: { readonly command: Command; readonly drafted: boolean }) {
  if (command.fault !== null) return <span className="flag text-crimson">cannot run</span>;
  if (drafted) return <span className="flag text-ochre">draft</span>;
  return command.enabled ? null : <span className="flag text-soft">off</span>;
}

import { Switch } from 'radix-ui';
import type { Viewer } from '../api/index.js';
import { useViewerChanges } from './viewer-changes.js';

const SWITCHES = [
  ['bot', 'Bot', 'starts nothing unless a command allows it; earns no watch time'],
  ['ignored', 'Ignored', 'starts nothing at all; earns no watch time'],
] as const;

/** What a viewer may start at all. */
export function MarkSwitches({ viewer }: { readonly viewer: Viewer }) {
  const { mark } = useViewerChanges(viewer.id);
  return (
    <ul className="mt-2 grid gap-1">
      {SWITCHES.map(([field, label, means]) => (
        <li key={field} className="row">
          <Switch.Root
            className="sw"
            checked={viewer[field]}
            aria-label={label}
            onCheckedChange={(on) => {
              mark.mutate({ [field]: on });
            }}
          />
          <span>{label}</span>
          <span className="s2 text-soft">{means}</span>
        </li>
      ))}
    </ul>
  );
}

import { CircleDashed, TriangleAlert } from 'lucide-react';
import type { ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { toFix } from '../ui/index.js';
import type { EditedSetting } from './use-edited-setting.js';

interface SettingFrameProps {
  readonly title: string;
  /** what it is for, where there is room */
  readonly means: string;
  readonly edited: Omit<EditedSetting<object>, 'change'>;
  /** how many things differ from what is saved, and how many are wrong */
  readonly changes: number;
  readonly faults: number;
  readonly children: ReactNode;
}

/** A page on which one setting is edited: what is unsaved and what is wrong stays in view with Save. */
export function SettingFrame({ title, means, edited, changes, faults, children }: SettingFrameProps) {
  useHotkeys('ctrl+enter, meta+enter', edited.save, { enableOnFormTags: true, enabled: edited.isDraft }, [
    edited,
  ]);
  return (
    <section className="flex h-full flex-col bg-plane" aria-labelledby="setting-title">
      <header className="row min-h-12 flex-wrap border-b border-line bg-ground px-4 py-1.5">
        <h1 id="setting-title">{title}</h1>
        <span className="s2 ml-1 text-soft max-[1500px]:hidden">{means}</span>
        <span className="row ml-auto">
          {faults > 0 && (
            <span className="state text-crimson" role="status">
              <TriangleAlert className="i s" aria-hidden="true" /> {toFix(faults)}
            </span>
          )}
          {edited.isDraft && (
            <span className="state text-ochre">
              <CircleDashed className="i s" aria-hidden="true" /> {changes}{' '}
              {changes === 1 ? 'change' : 'changes'}
            </span>
          )}
          <button type="button" className="btn bare" disabled={!edited.isDraft} onClick={edited.discard}>
            Discard
          </button>
          <button
            type="button"
            className="btn do"
            disabled={!edited.isDraft || edited.saving || faults > 0}
            onClick={edited.save}
          >
            Save <kbd aria-hidden="true">Ctrl ⏎</kbd>
          </button>
        </span>
      </header>
      <div className="min-h-0 flex-1 overflow-y-auto">
        {edited.overtaken && <Overtaken edited={edited} />}
        {children}
      </div>
    </section>
  );
}

function Overtaken({ edited }: Pick<SettingFrameProps, 'edited'>) {
  return (
    <section className="m-4 border border-dashed border-ochre p-3" role="alert">
      <h2>Saved by someone else while you were editing</h2>
      <p className="text-soft">Nothing was overwritten, and your draft is kept.</p>
      <p className="row mt-2">
        <button type="button" className="btn" onClick={edited.saveOver}>
          Go on with my draft
        </button>
        <button type="button" className="btn" onClick={edited.discard}>
          Keep the saved version, discard my draft
        </button>
      </p>
    </section>
  );
}

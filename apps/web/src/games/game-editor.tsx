import { GAME_KINDS, gameFaults, type GameBody } from '@gully/core/games';
import { routineOf } from '@gully/core/routines';
import { useCallback, useState } from 'react';
import type { Game } from '../api/index.js';
import {
  EditorFrame,
  NameField,
  OnSwitch,
  Refusals,
  ThingButtons,
  useEditing,
  type Editing,
} from '../editing/index.js';
import { useScope, ValueReference } from '../script/index.js';
import { comesLater, Fault } from '../ui/index.js';
import { InChat } from './in-chat.js';
import { GAME } from './kind.js';
import { KindRow } from './kind-row.js';
import { Lines } from './lines.js';
import { SettingsSentence } from './settings-sentence.js';
import { SettingsTables } from './settings-tables.js';
import { StakeSentence } from './stake-sentence.js';

const OddsLab = comesLater(async () => (await import('./lab/odds-lab.js')).OddsLab);

export type GameEditing = Editing<GameBody, Game>;

interface GameEditorProps {
  readonly id: string;
  readonly saved: Game | undefined;
  readonly others: readonly Game[];
}

const NO_STEPS = routineOf([]);

/** One game: what it is played for and how, what it gives back, and what is said of it. */
export function GameEditor({ id, saved, others }: GameEditorProps) {
  const check = useCallback((body: GameBody) => gameFaults(body, others), [others]);
  const editing = useEditing({ kind: GAME, id, saved, nameOf: ({ name }) => name, check });
  const { draft, body, faultOf, change } = editing;
  const [valuesOpen, setValuesOpen] = useState(false);
  const scope = useScope(NO_STEPS, { name: body.name, uses: 0, inputs: {}, names: false, game: body });
  const showValues = useCallback((): void => {
    setValuesOpen(true);
  }, []);
  return (
    <>
      <EditorFrame
        editing={editing}
        name={<NameField editing={editing} />}
        aside={
          <OnSwitch
            on={body.enabled}
            onChange={(enabled) => {
              change({ enabled });
            }}
          />
        }
      >
        <Fault>{faultOf('name')}</Fault>
        <Refusals editing={editing} />
        {saved === undefined && <KindRow chosen={body.kind} isBegun={draft !== undefined} />}
        {saved !== undefined && (
          <p className="s2 mt-1 text-soft">
            {GAME_KINDS[body.kind].name}: {GAME_KINDS[body.kind].means}.
          </p>
        )}
        <StakeSentence editing={editing} />
        <SettingsSentence editing={editing} />
        <SettingsTables editing={editing} />
        <OddsLab editing={editing} />
        <Lines editing={editing} scope={scope} onShowValues={showValues} />
        <InChat saved={saved} />
        {saved !== undefined && (
          <footer className="row mt-3">
            <span className="ml-auto">
              <ThingButtons editing={editing} />
            </span>
          </footer>
        )}
      </EditorFrame>
      <ValueReference open={valuesOpen} scope={scope} onOpen={setValuesOpen} />
    </>
  );
}

import { rewardFaults, type RewardBody } from '@gully/core/rewards';
import { useCallback, useState } from 'react';
import type { Reward } from '../api/index.js';
import {
  EditorFrame,
  NameField,
  OnSwitch,
  Refusals,
  ThingButtons,
  useEditing,
  type Editing,
} from '../editing/index.js';
import { RoutineScript, useScope, ValueReference } from '../script/index.js';
import { Fault } from '../ui/index.js';
import { AsksTable } from './asks-table.js';
import { BuySentence } from './buy-sentence.js';
import { GivesSentence } from './gives-sentence.js';
import { InChat } from './in-chat.js';
import { REWARD } from './kind.js';
import { Messages } from './messages.js';
import { Outlook } from './outlook.js';
import { Shown } from './shown.js';
import { StarterRow } from './starter-row.js';

export type RewardEditing = Editing<RewardBody, Reward>;

interface RewardEditorProps {
  readonly id: string;
  readonly saved: Reward | undefined;
  readonly others: readonly Reward[];
}

/** One reward: who may buy it for how much, what it gives and asks for, and the script that runs then. */
export function RewardEditor({ id, saved, others }: RewardEditorProps) {
  const check = useCallback((body: RewardBody) => rewardFaults(body, others), [others]);
  const editing = useEditing({ kind: REWARD, id, saved, nameOf: ({ name }) => name, check });
  const { draft, body, base, faultOf, change } = editing;
  const [valuesOpen, setValuesOpen] = useState(false);
  const inputs = Object.fromEntries(
    body.asks.filter((ask) => !ask.private).map(({ name }) => [name, `‹${name}›`]),
  );
  const scope = useScope(body.routine, {
    name: body.name,
    uses: 0,
    inputs,
    names: body.gives === 'bench',
    reward: body,
  });
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
        {saved === undefined && draft === undefined && <StarterRow />}
        <BuySentence editing={editing} />
        <InChat saved={saved} body={body} />
        <Outlook id={saved?.id} body={body} />
        <GivesSentence editing={editing} />
        {body.gives !== 'bench' && <AsksTable editing={editing} />}
        <RoutineScript
          title={editing.title}
          routine={body.routine}
          saved={base.routine}
          scope={scope}
          faultOf={faultOf}
          faultsAt={editing.faultsAt}
          onShowValues={showValues}
          onChange={(routine) => {
            change({ routine });
          }}
        />
        <Messages editing={editing} scope={scope} onShowValues={showValues} />
        <Shown editing={editing} />
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

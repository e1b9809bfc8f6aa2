import { GAME_KINDS, solve, type SettingBlank } from '@gully/core/games';
import { useState } from 'react';
import { Choice, toast } from '../../ui/index.js';
import type { GameEditing } from '../game-editor.js';
import { numberInWords } from '../settings-in-words.js';

/** Makes it give back so much, by changing one setting. */
export function Solve({ editing, variant }: { readonly editing: GameEditing; readonly variant: string }) {
  const { body, change } = editing;
  const kind = GAME_KINDS[body.kind];
  const { solvable = [], blanks } = kind;
  const hidden = new Set<string>(kind.without?.(body.settings));
  const fields = solvable.filter((field) => !hidden.has(field));
  const [target, setTarget] = useState('0.95');
  const [chosen, setChosen] = useState<string>();
  const [fault, setFault] = useState<string>();
  const field = fields.find((each) => each === chosen) ?? fields[0];
  if (field === undefined) return null;
  const blank = blanks[field] as SettingBlank & { readonly as: 'number' };
  const solveIt = (): void => {
    const solved = solve(body, field, Number(target.replace(',', '.')), variant);
    if ('fault' in solved) {
      setFault(solved.fault);
      return;
    }
    setFault(undefined);
    const before = body.settings;
    change({ settings: { ...before, [field]: solved.value } });
    toast(`${blank.label}: ${numberInWords(solved.value, blank.unit)}`, {
      description: `It then gives back ${solved.returns.toFixed(3)} of 1 staked.`,
      undo: () => {
        change({ settings: before });
      },
    });
  };
  return (
    <div className="row flex-wrap" role="group" aria-label="Solve for a return">
      Make it give back{' '}
      <input
        className="blank m !w-16 text-right"
        inputMode="decimal"
        aria-label="What it is to give back of 1 staked"
        value={target}
        onChange={({ target: input }) => {
          setTarget(input.value);
        }}
      />{' '}
      by changing{' '}
      <Choice
        label="Which setting is changed"
        value={field}
        options={fields.map((each) => ({
          value: each,
          label: (blanks[each] as { label: string }).label.toLowerCase(),
        }))}
        onChange={setChosen}
      />
      <button type="button" className="btn s" onClick={solveIt}>
        Solve
      </button>
      {fault !== undefined && <span className="text-crimson">{fault}.</span>}
    </div>
  );
}

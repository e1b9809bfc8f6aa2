import { useQuery } from '@tanstack/react-query';
import type { ActsProps } from '../manifest/index.js';
import { stagesQuery } from './queries.js';
import { useStageAct } from './use-stage-act.js';

/** Skipping and replaying alerts, holding them back and going on, from the palette. */
export function StagePalette({ show }: ActsProps) {
  const { data = [] } = useQuery(stagesQuery);
  const act = useStageAct();
  const stages = data.filter(({ hasStage }) => hasStage);
  return stages.flatMap(({ overlay, name, held, showing, last }) => {
    // Where there is only one stage, it needs no name.
    const on = stages.length === 1 ? '' : ` on ${name}`;
    const offered = [
      ...(showing === null ? [] : [{ does: 'skip', label: `Skip the alert${on}` } as const]),
      ...(last === null ? [] : [{ does: 'replay', label: `Replay the last alert${on}` } as const]),
      held
        ? ({ does: 'go-on', label: `Show alerts again${on}` } as const)
        : ({ does: 'hold', label: `Hold alerts back${on}` } as const),
    ];
    return offered.map(({ does, label }) =>
      show({
        label,
        hint: name,
        words: ['stage', 'overlay'],
        run: () => {
          act.mutate({ overlay, does });
        },
      }),
    );
  });
}

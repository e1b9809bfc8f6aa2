import type { Slice } from '../layers/index.js';
import { durationInWords } from '../text/index.js';
import type { Alert } from './alert.js';
import { stageAfter, type Stage, type StageChange } from './stage.js';
import type { StageWorld } from './view.js';

/** What happened on stages, above stages that are only read. */
export const STAGE: Slice<StageWorld, StageChange> = {
  begin() {
    const stages = new Map<string, Stage>();
    return {
      over: ({ stages: under }) => ({
        stages: {
          ...under,
          all: () => under.all().map((each) => ({ ...each, stage: stages.get(each.overlay) ?? each.stage })),
        },
      }),
      apply: (change, { stages: before }) => {
        const found = before.all().find(({ overlay }) => overlay === change.overlay);
        if (found !== undefined) stages.set(change.overlay, stageAfter(found.stage, change));
      },
    };
  },
  words: ({ overlay, raised, ended }, { world }) => {
    const name = world.stages.all().find((each) => each.overlay === overlay)?.name ?? 'an overlay';
    return raised.map((alert) =>
      ended.some(({ id, how }) => id === alert.id && how === 'full')
        ? `does not show ${alertInWords(alert)}: too much waits on ${name}`
        : `shows ${alertInWords(alert)} on ${name} for ${durationInWords(alert.seconds * 1_000)}`,
    );
  },
};

/** An alert in a few words. */
export function alertInWords({ text, speak, card, title }: Alert): string {
  if (text !== '') return `“${text}”`;
  if (speak !== '') return `“${speak}” aloud`;
  return card === null ? title : `the card of ${card.name}`;
}

import type { Step } from '@gully/core/channel';
import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { allSteps, prepareRoutine, routineOf, startRun, type Routine } from '@gully/core/routines';
import { strangerFacts, type ViewerFacts } from '@gully/core/viewers';
import { ActivityService } from '../activity/index.js';
import { newId } from '../database/index.js';
import { ChannelWorld, Performers } from '../live/index.js';
import { PipelineService } from '../pipeline/index.js';
import { Problem } from '../problem/index.js';

/** What is tried out on the real overlay. */
export interface Test {
  readonly routine: Routine;
  /** in a few words, for the activity */
  readonly title: string;
  /** the name of the viewer it is played as; empty for a made-up one */
  readonly as: string;
}

/** A viewer nobody ever was, for tests as anybody. */
const ANYBODY = 'pebblewren';

/**
 * Plays what a routine shows, plays and reads aloud, and nothing else of it: nothing is said, counted,
 * charged or remembered.
 */
@Injectable()
export class Testing {
  constructor(
    private readonly pipeline: PipelineService,
    private readonly world: ChannelWorld,
    private readonly performers: Performers,
    private readonly activity: ActivityService,
  ) {}

  /** @throws Problem 422 where nothing of it can be shown */
  async play({ routine, title, as }: Test, actor: Actor): Promise<void> {
    const name = as.trim() === '' ? ANYBODY : as.trim();
    const fault = await this.pipeline.do<string | undefined>({
      kind: 'test',
      actor,
      texts: [`! ${name}`],
      decide: () => {
        const world = this.world.now();
        const at = Date.now();
        const viewer = world.viewers.named(name) ?? strangerFacts(`test-${name}`, name, [], at);
        const prepared = prepareRoutine('test', title, routineOf(shownIn(routine.steps)));
        const { changes, effects, checks, ended } = startRun(prepared, occasionOf(viewer, at), world, {});
        const failed = ended?.how === 'failed' ? ended.words : undefined;
        const shown = changes.filter(({ kind }) => kind === 'stage');
        const sounds = effects.filter(({ kind }) => kind === 'sound');
        if (shown.length + sounds.length === 0)
          return {
            changes: [],
            done: () =>
              failed ?? checks.at(-1)?.measure ?? 'no step of it shows, plays or reads anything aloud',
          };
        return {
          changes: shown,
          done: () => {
            this.performers.perform(sounds, { because: 'someone tested it' });
            this.activity.record('ran', title, `tested on the overlay as ${viewer.name}`, actor);
            return undefined;
          },
        };
      },
    });
    if (fault !== undefined) throw new Problem(422, 'Nothing was shown', `It could not be tested: ${fault}.`);
  }
}

/** The steps that show something, wherever they stand; none of them is waited for. */
function shownIn(steps: readonly Step[]): Step[] {
  return allSteps(steps).flatMap((step): Step[] => {
    if (step.kind !== 'show' && step.kind !== 'sound' && step.kind !== 'speak') return [];
    return [{ ...step, then: 'go-on', ifFails: 'go-on' }];
  });
}

function occasionOf(viewer: ViewerFacts, at: number) {
  return {
    cause: newId(at),
    by: 'a test',
    viewer,
    roles: viewer.roles,
    target: viewer,
    inputs: {},
    inputNames: [],
    typed: '',
    line: undefined,
    command: { name: '', uses: 1, usesByViewer: 1 },
    event: undefined,
    test: true,
    at,
  };
}

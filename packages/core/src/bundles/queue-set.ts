import type { CommandBody, Gates, Input } from '../commands/index.js';
import { type Step, STEP_KINDS, type StepOf } from '../channel/index.js';

type Make = (
  name: string,
  gates: Partial<Gates>,
  inputs: readonly Input[],
  steps: readonly Step[],
) => CommandBody;

const MODERATORS: Partial<Gates> = { lowestRole: 'moderator', cooldown: 0, viewerCooldown: 0 };
/** Whoever mistyped their handle types it again at once. */
const VIEWERS: Partial<Gates> = { cooldown: 0, viewerCooldown: 0 };
const NO_TYPE = { least: null, most: null, choices: [], pattern: '' } as const;
const WHO: Input = { name: 'who', type: 'viewer', optional: false, ...NO_TYPE };
const ANYBODY: Input = { ...WHO, optional: true };
const HANDLE: Input = { name: 'handle', type: 'text', optional: true, ...NO_TYPE, most: 100 };

/** The queue’s commands, as a set that ships with Gully: each is an ordinary command with a step of the queue. */
export function queueCommands(command: Make): readonly CommandBody[] {
  return [
    command(
      'join',
      VIEWERS,
      [HANDLE],
      [
        step('join', { handle: '{{ input.handle }}' }),
        told('{{ viewer.name }} is number {{ queue.place }} in line: {{ queue.wait }}.'),
      ],
    ),
    command('leave', VIEWERS, [], [step('leave'), told('{{ viewer.name }} has left {{ queue.name }}.')]),
    command(
      'place',
      { cooldown: 0, viewerCooldown: 5 },
      [ANYBODY],
      [
        step('show', { whom: 'target' }),
        told(
          '{% if queue.place == "" %}{{ target.name }} is not waiting in {{ queue.name }}.{% else %}{{ target.name }} is at place {{ queue.place }} of {{ queue.waiting }}: {{ queue.wait }}.{% endif %}',
        ),
      ],
    ),
    command(
      'queue',
      { cooldown: 10, viewerCooldown: 0 },
      [],
      [
        step('show'),
        told('{{ queue.name }}{% unless queue.open %} (closed){% endunless %}: {{ queue.list }}.'),
      ],
    ),
    command(
      'upnext',
      { cooldown: 10, viewerCooldown: 0 },
      [],
      [
        step('show'),
        told(
          '{% if queue.called != "" %}Called now: {{ queue.called }}. {% endif %}Next: {{ queue.next | default: "nobody" }}.',
        ),
      ],
    ),
    command('here', VIEWERS, [], [step('confirm'), refused()]),
    command('front', VIEWERS, [], [step('front'), told('{{ viewer.name }} moves to the front.')]),
    handled(command),
    command(
      'handle forget',
      VIEWERS,
      [],
      [handle('forget'), told('{{ viewer.name }}, your {{ queue.handle_name }} is erased.')],
    ),
    command('next', MODERATORS, [], [step('call'), refused()]),
    command('anybody', MODERATORS, [], [step('random'), refused()]),
    command('call', MODERATORS, [WHO], [step('choose', { whom: 'target' }), refused()]),
    command('done', MODERATORS, [], [step('done'), told('{{ queue.name }}: the turn is over.')]),
    command(
      'bump',
      MODERATORS,
      [WHO],
      [
        step('bump', { whom: 'target' }),
        told('{{ target.name }} holds a bump, to go to the front when they like.'),
      ],
    ),
    command(
      'queue add',
      MODERATORS,
      [WHO],
      [step('add', { whom: 'target' }), told('{{ target.name }} is number {{ queue.place }} in line.')],
    ),
    command(
      'queue drop',
      MODERATORS,
      [WHO],
      [step('remove', { whom: 'target' }), told('{{ target.name }} is out of {{ queue.name }}.')],
    ),
    command(
      'queue front',
      MODERATORS,
      [WHO],
      [step('first', { whom: 'target' }), told('{{ target.name }} is next.')],
    ),
    command('queue open', MODERATORS, [], [step('open'), refused()]),
    command('queue close', MODERATORS, [], [step('close'), refused()]),
    command(
      'queue empty',
      MODERATORS,
      [],
      [step('empty'), told('{{ queue.name }} is closed and empty. Those waiting got back what they paid.')],
    ),
    command(
      'queue handle',
      MODERATORS,
      [WHO, HANDLE],
      [
        ...onlyTyped(handle('set', 'target')),
        told(
          '{% if target.handle == "" %}No {{ queue.handle_name }} is known of {{ target.name }}.{% else %}{{ target.name }}: {{ target.handle }}.{% endif %}',
        ),
      ],
    ),
  ];
}

/** What a viewer is called in this game: asked for without a word, kept with one. */
function handled(command: Make): CommandBody {
  return command(
    'handle',
    VIEWERS,
    [HANDLE],
    [
      ...onlyTyped(handle('set')),
      told(
        '{% if viewer.handle == "" %}{{ viewer.name }}, no {{ queue.handle_name | default: "handle" }} is saved for you.{% elsif remembered.handle_before and remembered.handle_before != "" and remembered.handle_before != viewer.handle %}{{ viewer.name }}: {{ remembered.handle_before }} is now {{ viewer.handle }}.{% else %}{{ viewer.name }}: {{ viewer.handle }}.{% endif %}',
      ),
    ],
  );
}

function onlyTyped(then: Step): readonly Step[] {
  return [onlyWith('input.handle', then)];
}

function onlyWith(value: string, then: Step): Step {
  const row = { id: 'given', value, comparison: 'is-not-empty', against: '' } as const;
  const blank = STEP_KINDS.if.blank('if');
  return { ...blank, conditions: { ...blank.conditions, rows: [row] }, then: [then] };
}

function step(does: StepOf<'queue'>['does'], more: Partial<StepOf<'queue'>> = {}): Step {
  return { ...STEP_KINDS.queue.blank('queue'), does, ifFails: 'go-on', ...more };
}

function handle(does: 'set' | 'forget', whose: 'viewer' | 'target' = 'viewer'): Step {
  return {
    ...STEP_KINDS.handle.blank('handle'),
    does,
    whose,
    handle: does === 'set' ? '{{ input.handle }}' : '',
    ifFails: 'go-on',
  };
}

/** Why it could not be done. What was done, the queue tells itself. */
function refused(): Step {
  const text = '{{ viewer.name }}, {{ remembered.failure }}.';
  return onlyWith('remembered.failure', { ...STEP_KINDS.say.blank('say'), texts: [text] });
}

/** What was done, or why it could not be. */
function told(done: string): Step {
  return {
    ...STEP_KINDS.say.blank('say'),
    texts: [
      `{% if remembered.failure %}{{ viewer.name }}, {{ remembered.failure }}.{% else %}${done}{% endif %}`,
    ],
  };
}

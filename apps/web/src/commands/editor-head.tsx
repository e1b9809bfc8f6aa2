import type { CommandBody, Trigger } from '@gully/core/commands';
import { Choice, Fault } from '../ui/index.js';
import { Heard } from './heard.js';
import { Inputs } from './inputs.js';
import { Aliases, Name } from './names.js';
import type { Part } from './parts.js';

const EXTRA_WORDS = [
  { value: 'passed', label: 'ignored' },
  { value: 'refused', label: 'refused, with the usage line' },
] as const;

interface HeadProps {
  readonly body: CommandBody;
  readonly changed: readonly Part[];
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (change: Partial<CommandBody>) => void;
}

/** What is typed: the command's name and its inputs. */
export function Names({ isNew, ...head }: HeadProps & { readonly isNew: boolean }) {
  const { body, changed, faultOf, onChange } = head;
  return (
    <>
      <Name {...namesOf(head)} focus={isNew} draft={changed.includes('name')} />
      <Inputs
        inputs={body.inputs}
        draft={changed.includes('inputs')}
        faultOf={faultOf}
        onChange={(inputs) => {
          onChange({ inputs });
        }}
      />
    </>
  );
}

/** Under the names: what else it answers to. */
export function EditorHead(head: HeadProps) {
  const { body, changed, faultOf, onChange } = head;
  const names = namesOf(head);
  return (
    <>
      <Fault id="name-fault">{names.nameFault}</Fault>
      <div className="row mt-1.5 flex-wrap !gap-x-3">
        <span className="row">
          <Aliases {...names} draft={changed.includes('aliases')} />
        </span>
        <Heard
          trigger={body.trigger}
          draft={changed.includes('heard')}
          phrasesFault={faultOf('trigger.phrases')}
          patternFault={faultOf('trigger.pattern')}
          onChange={names.onChange}
        />
        {body.inputs.length > 0 && body.inputs.at(-1)?.type !== 'text' && (
          <span className="row s2 text-soft">
            further words are
            <Choice
              label="Words after the last input"
              value={body.gates.refuseExtra ? 'refused' : 'passed'}
              options={EXTRA_WORDS}
              onChange={(next) => {
                onChange({ gates: { ...body.gates, refuseExtra: next === 'refused' } });
              }}
            />
          </span>
        )}
      </div>
      <Fault>{names.aliasesFault}</Fault>
      <Fault>{faultOf('trigger.connections')}</Fault>
      <Fault>{faultOf('trigger.phrases') ?? faultOf('trigger.pattern')}</Fault>
      {body.inputs.map((_, at) => (
        <Fault key={at}>{faultOf(`inputs.${String(at)}`)}</Fault>
      ))}
    </>
  );
}

function namesOf({ body: { trigger }, faultOf, onChange }: HeadProps) {
  return {
    trigger,
    focus: false,
    nameFault: faultOf('trigger.name'),
    aliasesFault: faultOf('trigger.aliases'),
    onChange: (change: Partial<Trigger>) => {
      onChange({ trigger: { ...trigger, ...change } });
    },
  };
}

import type { CommandBody, Trigger } from '@gully/core/commands';
import { ArrowLeft } from 'lucide-react';
import { Link } from 'react-router';
import { Fault } from '../ui/index.js';
import { Heard } from './heard.js';
import { Inputs } from './inputs.js';
import { Aliases, Name } from './names.js';
import type { Part } from './parts.js';

interface EditorHeadProps {
  readonly body: CommandBody;
  readonly changed: readonly Part[];
  readonly isNew: boolean;
  readonly canSave: boolean;
  readonly canDiscard: boolean;
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (change: Partial<CommandBody>) => void;
  readonly onDiscard: () => void;
}

/** What starts the command: its names with their inputs, and what else it hears; and the buttons. */
export function EditorHead({
  body,
  changed,
  isNew,
  canSave,
  canDiscard,
  faultOf,
  onChange,
  onDiscard,
}: EditorHeadProps) {
  const { trigger } = body;
  const nameFault = faultOf('trigger.name');
  const names = {
    trigger,
    nameFault,
    aliasesFault: faultOf('trigger.aliases'),
    focus: isNew,
    onChange: (change: Partial<Trigger>) => {
      onChange({ trigger: { ...trigger, ...change } });
    },
  };
  return (
    <>
      <header>
        <Link
          to="/prepare/commands"
          className="btn bare only"
          aria-label="Back to all commands"
          title="All commands"
        >
          <ArrowLeft className="i" aria-hidden="true" />
        </Link>
        <Name {...names} draft={changed.includes('name')} />
        <Inputs
          inputs={body.inputs}
          draft={changed.includes('inputs')}
          faultOf={faultOf}
          onChange={(inputs) => {
            onChange({ inputs });
          }}
        />
        <span className="row ml-auto">
          <button type="button" className="btn bare" onClick={onDiscard} disabled={!canDiscard}>
            Discard
          </button>
          <button type="submit" className="btn do" disabled={!canSave}>
            {isNew ? 'Add command' : 'Save'} <kbd aria-hidden="true">Ctrl ⏎</kbd>
          </button>
        </span>
      </header>
      <Fault id="name-fault">{nameFault}</Fault>
      <div className="row mt-1.5 flex-wrap !gap-x-3">
        <span className="row">
          <Aliases {...names} draft={changed.includes('aliases')} />
        </span>
        <Heard
          trigger={trigger}
          draft={changed.includes('heard')}
          phrasesFault={faultOf('trigger.phrases')}
          patternFault={faultOf('trigger.pattern')}
          onChange={names.onChange}
        />
      </div>
      <Fault>{names.aliasesFault}</Fault>
      <Fault>{faultOf('trigger.phrases') ?? faultOf('trigger.pattern')}</Fault>
      {body.inputs.map((_, at) => (
        <Fault key={at}>{faultOf(`inputs.${String(at)}`)}</Fault>
      ))}
    </>
  );
}

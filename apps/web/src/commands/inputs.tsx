import { INPUT_TYPES, INPUTS_LIMIT, type Input, type InputType } from '@gully/core/commands';
import { Plus } from 'lucide-react';
import { Choice, Fault, Opens, Tick, WholeNumber } from '../ui/index.js';

interface InputsProps {
  readonly inputs: readonly Input[];
  readonly draft: boolean;
  readonly faultOf: (place: string) => string | undefined;
  readonly onChange: (inputs: readonly Input[]) => void;
}

const TYPES: Readonly<Record<InputType, string>> = {
  viewer: 'a viewer',
  number: 'a number',
  amount: 'an amount of currency',
  choice: 'one of some words',
  word: 'a word',
  text: 'the rest of the line',
  'yes-no': 'yes or no',
};
const TYPE_CHOICES = INPUT_TYPES.map((value) => ({ value, label: TYPES[value] }));

/** The named words that follow the command, each a blank behind its name. */
export function Inputs({ inputs, draft, faultOf, onChange }: InputsProps) {
  const change = (at: number, part: Partial<Input>): void => {
    onChange(inputs.map((input, n) => (n === at ? { ...input, ...part } : input)));
  };
  return (
    <>
      {inputs.map((input, at) => {
        const shown = input.optional ? `[${input.name || '…'}]` : `<${input.name || '…'}>`;
        const fault = faultOf(`inputs.${String(at)}`);
        return (
          <Opens
            key={at}
            mono
            label={`Input ${shown}`}
            shown={shown}
            draft={draft}
            wrong={fault !== undefined}
            part="inputs"
          >
            <InputFields
              input={input}
              onChange={(part) => {
                change(at, part);
              }}
            />
            <Fault>{fault}</Fault>
            <div className="row pt-2">
              <span className="s2 text-soft">
                In texts it is <span className="m">{`{{ input.${input.name || '…'} }}`}</span>
              </span>
              <button
                type="button"
                className="btn s bare ml-auto"
                onClick={() => {
                  onChange(inputs.filter((_, n) => n !== at));
                }}
              >
                Remove
              </button>
            </div>
          </Opens>
        );
      })}
      {inputs.length < INPUTS_LIMIT && (
        <button
          type="button"
          className="btn s bare !px-1 text-soft"
          title="Add a word that viewers type behind the command"
          onClick={() => {
            onChange([...inputs, newInput(inputs)]);
          }}
        >
          <Plus className="i s" aria-hidden="true" /> input
        </button>
      )}
    </>
  );
}

function newInput(inputs: readonly Input[]): Input {
  const names = new Set(inputs.map(({ name }) => name));
  const name =
    ['who', 'what', 'word', 'more'].find((each) => !names.has(each)) ?? `input${String(inputs.length + 1)}`;
  const optional = inputs.at(-1)?.optional ?? false;
  const type: InputType = name === 'who' ? 'viewer' : 'word';
  return { name, type, optional, least: null, most: null, choices: [], pattern: '' };
}

function InputFields({
  input,
  onChange,
}: {
  readonly input: Input;
  readonly onChange: (part: Partial<Input>) => void;
}) {
  const { name, type, optional, least, most, choices, pattern } = input;
  const bounds = type === 'number' || type === 'amount';
  return (
    <div className="grid w-[min(340px,80vw)] gap-2">
      <div className="row flex-wrap">
        <input
          className="blank m !w-28"
          aria-label="Name of the input"
          value={name}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            onChange({ name: event.target.value });
          }}
        />
        <span>is</span>
        <Choice
          label="What kind of word it is"
          value={type}
          options={TYPE_CHOICES}
          onChange={(next) => {
            onChange({ type: next, least: null, most: null });
          }}
        />
      </div>
      {bounds && (
        <div className="row">
          from{' '}
          <WholeNumber
            label="At least"
            value={least}
            empty="any"
            onChange={(next) => {
              onChange({ least: next });
            }}
          />{' '}
          to{' '}
          <WholeNumber
            label="At most"
            value={most}
            empty="any"
            onChange={(next) => {
              onChange({ most: next });
            }}
          />
        </div>
      )}
      {type === 'text' && (
        <div className="row">
          up to{' '}
          <WholeNumber
            label="Most characters"
            value={most}
            empty="400"
            onChange={(next) => {
              onChange({ most: next });
            }}
          />{' '}
          characters
        </div>
      )}
      {type === 'choice' && (
        <label className="block">
          <span className="s2 block pb-1 text-soft">The words to choose from, separated by spaces</span>
          <input
            className="blank"
            defaultValue={choices.join(' ')}
            placeholder="left right"
            autoComplete="off"
            onChange={(event) => {
              onChange({ choices: event.target.value.split(/\s+/u).filter((word) => word !== '') });
            }}
          />
        </label>
      )}
      {type === 'word' && (
        <label className="block">
          <span className="s2 block pb-1 text-soft">
            A pattern it must match, in RE2 syntax; empty for any word
          </span>
          <input
            className="blank m"
            value={pattern}
            placeholder="[A-Z]{2}-[0-9]{4}"
            autoComplete="off"
            spellCheck={false}
            onChange={(event) => {
              onChange({ pattern: event.target.value });
            }}
          />
        </label>
      )}
      <Tick
        label="May be left out"
        checked={optional}
        onChange={(next) => {
          onChange({ optional: next });
        }}
      />
    </div>
  );
}

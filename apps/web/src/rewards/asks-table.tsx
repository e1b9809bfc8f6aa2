import { ASK_TYPES, REWARD_LIMITS, type Ask } from '@gully/core/rewards';
import { Plus, X } from 'lucide-react';
import { Choice, CommaList, Fault, IconButton, NumberBlank, Tick } from '../ui/index.js';
import type { RewardEditing } from './reward-editor.js';

const TYPE_WORDS: Readonly<Record<Ask['type'], string>> = {
  text: 'a text',
  choice: 'a choice',
  address: 'an address',
  account: 'a username elsewhere',
};
/** What it is called to begin with, and whether chat may not see it. */
const NEW_ASK: Readonly<Record<Ask['type'], Pick<Ask, 'name' | 'private'>>> = {
  text: { name: 'text', private: false },
  choice: { name: 'choice', private: false },
  address: { name: 'address', private: true },
  account: { name: 'username', private: true },
};

/** What the buyer is asked for: typed after the reward, or told in private. */
export function AsksTable({ editing }: { readonly editing: RewardEditing }) {
  const { body, base, faultOf, change } = editing;
  const { asks } = body;
  const set = (at: number, part: Partial<Ask>): void => {
    change({ asks: asks.map((ask, n) => (n === at ? { ...ask, ...part } : ask)) });
  };
  const add = (): void => {
    const names = new Set(asks.map(({ name }) => name));
    const type = ASK_TYPES.find((each) => !names.has(NEW_ASK[each].name)) ?? 'text';
    change({ asks: [...asks, { type, required: true, choices: [], ...NEW_ASK[type] }] });
  };
  const isPrivate = asks.some((ask) => ask.private);
  return (
    <section className="mt-3" aria-labelledby="asks-title">
      <h2 id="asks-title">What it asks for</h2>
      {asks.length === 0 ? (
        <p className="s2 text-soft">Nothing. Ask for a name, a colour, or an address to send it to.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="t my-1">
            <thead>
              <tr>
                <th scope="col">Called</th>
                <th scope="col">Is</th>
                <th scope="col">Required</th>
                <th scope="col">Only for you</th>
                <th scope="col">
                  <span className="sr-only">Remove</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {asks.map((ask, n) => (
                <AskRow
                  key={n}
                  ask={ask}
                  at={n}
                  wrong={(field) => faultOf(`asks.${String(n)}.${field}`) !== undefined}
                  onChange={(part) => {
                    set(n, part);
                  }}
                  onRemove={() => {
                    change({ asks: asks.filter((_, at) => at !== n) });
                  }}
                />
              ))}
            </tbody>
          </table>
        </div>
      )}
      {Object.keys(asks).flatMap((n) =>
        ['name', 'type', 'required', 'choices'].map((field) => (
          <Fault key={`${n} ${field}`}>{faultOf(`asks.${n}.${field}`)}</Fault>
        )),
      )}
      <Fault>{faultOf('asks')}</Fault>
      {asks.length < REWARD_LIMITS.asks && (
        <button type="button" className="btn s mt-1" onClick={add}>
          <Plus className="i s" aria-hidden="true" /> Ask for something
        </button>
      )}
      {isPrivate && (
        <p className="sentence !mt-1.5">
          What is only for you is asked for and answered in private messages, kept encrypted on this machine,
          and erased{' '}
          <NumberBlank
            label="Days private answers are kept"
            value={body.keepDays}
            before={base.keepDays}
            wrong={faultOf('keepDays')}
            onChange={(keepDays) => {
              change({ keepDays });
            }}
          />{' '}
          days after it was handed over.
          <Fault>{faultOf('keepDays')}</Fault>
        </p>
      )}
    </section>
  );
}

interface AskRowProps {
  readonly ask: Ask;
  readonly at: number;
  readonly wrong: (field: string) => boolean;
  readonly onChange: (part: Partial<Ask>) => void;
  readonly onRemove: () => void;
}

function AskRow({ ask, at, wrong, onChange, onRemove }: AskRowProps) {
  const number = String(at + 1);
  return (
    <tr>
      <td>
        <input
          className="blank m !w-28"
          aria-label={`Name of answer ${number}`}
          aria-invalid={wrong('name')}
          autoComplete="off"
          spellCheck={false}
          value={ask.name}
          onChange={({ target }) => {
            onChange({ name: target.value.toLowerCase().replaceAll(' ', '_') });
          }}
        />
      </td>
      <td>
        <Choice
          label={`Kind of answer ${number}`}
          value={ask.type}
          options={ASK_TYPES.map((value) => ({ value, label: TYPE_WORDS[value] }))}
          onChange={(type) => {
            // A name nobody has written yet follows what it is.
            const isOwn = ask.name !== NEW_ASK[ask.type].name;
            onChange({ type, ...(isOwn ? {} : NEW_ASK[type]) });
          }}
        />
        {ask.type === 'choice' && (
          <CommaList
            className="mt-1 !block !w-56"
            label={`Choices of answer ${number}, separated by commas`}
            wrong={wrong('choices')}
            placeholder="red, blue, green"
            list={ask.choices}
            onChange={(choices) => {
              onChange({ choices });
            }}
          />
        )}
      </td>
      <td>
        <Tick
          bare
          label={`Answer ${number} is required`}
          checked={ask.required}
          onChange={(required) => {
            onChange({ required });
          }}
        />
      </td>
      <td>
        <Tick
          bare
          label={`Answer ${number} is only for you`}
          checked={ask.private}
          onChange={(isPrivate) => {
            onChange({ private: isPrivate });
          }}
        />
      </td>
      <td>
        <IconButton icon={X} label={`Remove answer ${number}`} onClick={onRemove} />
      </td>
    </tr>
  );
}

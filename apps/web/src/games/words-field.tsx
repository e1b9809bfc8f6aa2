import { useState } from 'react';
import { Fault } from '../ui/index.js';

interface WordsFieldProps {
  readonly label: string;
  readonly words: readonly string[];
  readonly fault: string | undefined;
  readonly onChange: (words: readonly string[]) => void;
}

const wordsIn = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');

/** Words, each on a line of its own. */
export function WordsField({ label, words, fault, onChange }: WordsFieldProps) {
  // Empty lines are kept while someone types between them.
  const [typed, setTyped] = useState<string>();
  const own = words.join('\n');
  const shown = typed !== undefined && wordsIn(typed).join('\n') === own ? typed : own;
  return (
    <label className="mt-3 block">
      <span className="s2 block pb-1 text-soft">{label}, one on each line</span>
      <textarea
        className="blank m !h-32 !w-64"
        aria-invalid={fault !== undefined}
        spellCheck={false}
        value={shown}
        onChange={({ target }) => {
          setTyped(target.value);
          onChange(wordsIn(target.value));
        }}
        onBlur={() => {
          setTyped(undefined);
        }}
      />
      <Fault>{fault}</Fault>
    </label>
  );
}

import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { escapeTag, formatMessage, parseMessage } from './message.js';

const word = fc.stringMatching(/^[^\s:\0][^\s\0]{0,20}$/u);
const anything = fc.string({ unit: 'binary', maxLength: 80 }).filter((text) => !/[\r\n\0]/u.test(text));

describe('IRC on the wire', () => {
  test('what is written is read the same, whatever the last parameter holds', () => {
    fc.assert(
      fc.property(word, fc.array(word, { maxLength: 4 }), anything, (command, middle, last) => {
        const line = formatMessage('irc.standin.example', command.replace(/^@/u, 'a'), [...middle, last]);
        const message = parseMessage(line);
        expect(message?.command).toBe(command.replace(/^@/u, 'a').toUpperCase());
        expect(message?.params).toEqual([...middle, last]);
      }),
    );
  });

  test('a tag’s value comes through its escapes unharmed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), (value) => {
        const message = parseMessage(
          `@+note=${escapeTag(value)};flag :someone!x@y PRIVMSG #lanternhour :hello there`,
        );
        expect(message).toEqual({
          tags: new Map([
            ['+note', value],
            ['flag', ''],
          ]),
          command: 'PRIVMSG',
          params: ['#lanternhour', 'hello there'],
        });
      }),
    );
  });

  test('no line a client may send makes the reading throw', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 200 }), (line) => {
        const message = parseMessage(line);
        if (message !== undefined) expect(message.command).not.toBe('');
      }),
    );
    expect(['', '   ', ':prefix', '@tag', '@tag '].map(parseMessage)).toEqual(
      Array.from({ length: 5 }, () => undefined),
    );
  });

  test('a line end in a parameter cannot start another line', () => {
    expect(formatMessage('x', 'PRIVMSG', ['#lanternhour', 'hello\r\nKICK'])).toBe(
      ':x PRIVMSG #lanternhour :hello  KICK',
    );
  });
});

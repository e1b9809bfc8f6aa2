import express, { type RequestHandler } from 'express';
import { Problem } from '../problem/index.js';

/** How deeply JSON may be nested. A routine of all the branches there may be has 40 levels. */
const DEPTH = 100;

const codeOf = (character: string): number => character.charCodeAt(0);
const QUOTE = codeOf('"');
const BACKSLASH = codeOf('\\');
const [OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = Buffer.from('[]{}');

/** What reads bodies of JSON of up to `limit`: what is nested too deeply is refused before it is parsed. */
export function jsonBody(limit: number | string): RequestHandler {
  return express.json(jsonOptions(limit)) as RequestHandler;
}

export function jsonOptions(limit: number | string): {
  readonly limit: number | string;
  readonly verify: (request: unknown, response: unknown, body: Buffer) => void;
} {
  const verify = (_request: unknown, _response: unknown, body: Buffer): void => {
    if (isDeep(body))
      throw new Problem(422, 'The request cannot be read', 'It is nested too deeply. Nothing was changed.');
  };
  return { limit, verify };
}

/** Reads it once, over texts in one go. */
function isDeep(json: Buffer): boolean {
  let depth = 0;
  for (let at = 0; at < json.length; at += 1) {
    const byte = json[at];
    if (byte === QUOTE) at = endOfText(json, at);
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) depth += 1;
    else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) depth -= 1;
    if (depth > DEPTH) return true;
  }
  return false;
}

/** @returns where the text that begins at `from` ends; the last byte where it does not */
function endOfText(json: Buffer, from: number): number {
  for (let at = json.indexOf(QUOTE, from + 1); at >= 0; at = json.indexOf(QUOTE, at + 1)) {
    let escapes = 0;
    while (json[at - 1 - escapes] === BACKSLASH) escapes += 1;
    if (escapes % 2 === 0) return at;
  }
  return json.length - 1;
}

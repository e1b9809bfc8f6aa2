import { useCallback, useSyncExternalStore } from 'react';
import { commandBody } from '@gully/core/commands';
import type { Command, CommandBody } from '../api/index.js';
import { readStored, subscribeStored, writeStored } from '../ui/index.js';
import { blankBody, changedParts } from './parts.js';

/** An edit that is not saved. It is kept in this browser at once and survives a reload. */
export interface Draft {
  readonly body: CommandBody;
  /** what was saved when the edit began; a blank for a new command */
  readonly base: CommandBody;
  /** its version; 0 for a new command */
  readonly version: number;
  /** UTC milliseconds */
  readonly at: number;
}

/** The id under which a command that is not saved yet is edited. */
export const NEW = 'new';

const keyOf = (id: string): string => `gully.draft.command.2.${id}`;

// Parsed once per stored text, so that every look gives the same object.
const parsed = new Map<string, { text: string; draft: Draft | undefined }>();

export function readDraft(id: string): Draft | undefined {
  const text = readStored(keyOf(id)) ?? '';
  const known = parsed.get(id);
  if (known?.text === text) return known.draft;
  const draft = parseDraft(text);
  parsed.set(id, { text, draft });
  return draft;
}

function parseDraft(text: string): Draft | undefined {
  if (text === '') return undefined;
  try {
    const draft = JSON.parse(text) as Draft;
    return { ...draft, body: { ...blankBody(), ...draft.body }, base: { ...blankBody(), ...draft.base } };
  } catch {
    return undefined;
  }
}

export function writeDraft(id: string, draft: Draft | undefined): void {
  writeStored(keyOf(id), draft === undefined ? null : JSON.stringify(draft));
}

/** The draft of a command, if there is one. */
export function useDraft(id: string): Draft | undefined {
  const subscribe = useCallback((listener: () => void) => subscribeStored(keyOf(id), listener), [id]);
  return useSyncExternalStore(subscribe, () => readDraft(id));
}

/** Puts an edit into the draft; an edit that leaves nothing changed ends it. */
export function editDraft(id: string, saved: Command | undefined, change: Partial<CommandBody>): void {
  const before = readDraft(id) ?? {
    body: saved === undefined ? blankBody() : commandBody(saved),
    base: saved === undefined ? blankBody() : commandBody(saved),
    version: saved?.version ?? 0,
    at: 0,
  };
  const body = { ...before.body, ...change };
  writeDraft(
    id,
    changedParts(body, before.base).length === 0 ? undefined : { ...before, body, at: Date.now() },
  );
}

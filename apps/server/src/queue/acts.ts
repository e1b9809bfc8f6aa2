/** What the control room does in a queue. */
export const ACTS = [
  'open',
  'close',
  'empty',
  'call',
  'random',
  'choose',
  'confirm',
  'miss',
  'done',
  'add',
  'remove',
  'front',
  'move',
] as const;
export type Act = (typeof ACTS)[number];

export interface Asked {
  readonly does: Act;
  /** an entry's id, for what concerns somebody in it */
  readonly entry: string | undefined;
  /** of whoever is added, a viewer's id */
  readonly viewer: string | undefined;
  /** before whom somebody is moved, an entry's id; left out for the end */
  readonly before: string | undefined;
}

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

export interface AskedAct {
  readonly does: Act;
  /** an entry's id, for what concerns someone in it */
  readonly entry: string | undefined;
  /** of whoever is added, a viewer's id */
  readonly viewer: string | undefined;
  /** the entry someone is moved in front of, by its id; left out for the end */
  readonly before: string | undefined;
}

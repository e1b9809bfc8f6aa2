/** The same, but for the promise not to change it. */
type Changeable<T> = T extends readonly (infer Each)[]
  ? Changeable<Each>[]
  : T extends object
    ? { -readonly [K in keyof T]: Changeable<T[K]> }
    : T;

/** What core keeps as it is, as it is sent: no call changes what it sends. */
export function sent<T>(body: T): Changeable<T> {
  return body as Changeable<T>;
}

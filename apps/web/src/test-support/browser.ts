import { GlobalRegistrator } from '@happy-dom/global-registrator';
import { afterAll, beforeAll } from '@jest/globals';

/**
 * A page for tests that draw; import it before what draws. Nothing is asked of a server:
 * `answerWith` says what comes instead.
 */
GlobalRegistrator.register({ url: 'http://127.0.0.1:4700/' });
Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });

type Answer = (request: Request) => Promise<Response>;

const nothing: Answer = ({ url }) => Promise.reject(new Error(`no one answers ${url}`));
let answer = nothing;

globalThis.fetch = (input) => answer(input as Request);

/** @param next what each request is answered with from now on; left out, it is as if no server were there */
export function answerWith(next: Answer = nothing): void {
  answer = next;
}

const SIDES = ['offsetWidth', 'offsetHeight', 'clientWidth', 'clientHeight'];

/**
 * Gives every element a size while the tests of a file run: nothing has one of its own here, and rows
 * are drawn only where there is room for them.
 *
 * @param px of each side
 */
export function withRoom(px: number): void {
  const own = SIDES.map(
    (side) => [side, Object.getOwnPropertyDescriptor(HTMLElement.prototype, side)] as const,
  );
  beforeAll(() => {
    for (const side of SIDES)
      Object.defineProperty(HTMLElement.prototype, side, { configurable: true, get: () => px });
  });
  afterAll(() => {
    for (const [side, descriptor] of own)
      if (descriptor === undefined) Reflect.deleteProperty(HTMLElement.prototype, side);
      else Object.defineProperty(HTMLElement.prototype, side, descriptor);
  });
}

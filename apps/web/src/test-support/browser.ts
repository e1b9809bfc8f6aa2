import { GlobalRegistrator } from '@happy-dom/global-registrator';

/**
 * A page for tests that draw; import it before what draws. Nothing is asked of a server:
 * `answerWith` says what comes instead.
 */
GlobalRegistrator.register({ url: 'http://127.0.0.1:4700/' });
Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });

type Answer = (request: Request) => Promise<Response>;

const nothing: Answer = ({ url }) => Promise.reject(new Error(`nobody answers ${url}`));
let answer = nothing;

globalThis.fetch = (input) => answer(input as Request);

/** @param next what each request is answered with from now on; left out, it is as if no server were there */
export function answerWith(next: Answer = nothing): void {
  answer = next;
}

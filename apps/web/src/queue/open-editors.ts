import type { HandleBody, QueueBody } from '@gully/core/queue';
import { createStore } from '../ui/index.js';

/** What is open in an editor and not saved; the id is undefined for a new one. */
type Open<Body> = { readonly id: string | undefined; readonly body: Body } | undefined;

/** The queue and the handle in their editors as they stand there, for the rehearsal to have in force. */
export const openQueue = createStore<Open<QueueBody>>(undefined);
export const openHandle = createStore<Open<HandleBody>>(undefined);

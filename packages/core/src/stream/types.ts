import type { PlatformEvent } from './platform-events.js';
import type { StreamState } from './state.js';

export interface StreamTypes {
  readonly view: {
    readonly stream: StreamState;
    readonly latest: {
      /** the name of who followed last; empty where no one did */
      follower(): string;
    };
  };
  readonly event: PlatformEvent;
}

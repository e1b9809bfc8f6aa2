import { Webhook } from 'standardwebhooks';
import { ulid } from 'ulid';

export interface RaisedEvent {
  /** such as `follow` */
  readonly type: string;
  readonly data: object;
  /** UTC milliseconds it happened at */
  readonly at: number;
  /** someone raised it to try things out */
  readonly byHand?: boolean;
}

/** Where events go, and what they are signed with (`whsec_` and base64). */
export interface EventsTarget {
  readonly address: string;
  readonly secret: string;
}

/** Sends events to a listener, as CloudEvents signed as in Standard Webhooks. */
export class Events {
  constructor(private target: EventsTarget | undefined) {}

  pointTo(target: EventsTarget): void {
    this.target = target;
  }

  /**
   * @param times how often it is sent: the same event, as platforms do when they are unsure
   * @returns what each was answered, 0 where no answer came
   */
  async raise({ type, data, at, byHand = false }: RaisedEvent, times = 1): Promise<number[]> {
    const { target } = this;
    if (target === undefined) return [];
    const id = ulid(at);
    const body = JSON.stringify({
      specversion: '1.0',
      id,
      source: 'https://standin.example/lanternhour',
      type: `gully.example.${type}`,
      time: new Date(at).toISOString(),
      datacontenttype: 'application/json',
      ...(byHand ? { byhand: true } : {}),
      data,
    });
    return Promise.all(Array.from({ length: times }, () => post(target, id, body)));
  }
}

async function post({ address, secret }: EventsTarget, id: string, body: string): Promise<number> {
  const now = new Date();
  try {
    const { status } = await fetch(address, {
      method: 'POST',
      headers: {
        'content-type': 'application/cloudevents+json',
        'webhook-id': id,
        'webhook-timestamp': String(Math.floor(now.getTime() / 1000)),
        'webhook-signature': new Webhook(secret).sign(id, now, body),
      },
      body,
      signal: AbortSignal.timeout(3_000),
    });
    return status;
  } catch {
    return 0;
  }
}

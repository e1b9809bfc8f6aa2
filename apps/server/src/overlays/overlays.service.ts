import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { BLANK_OVERLAY, OVERLAY_LIMITS, overlayFaults } from '@gully/core/overlays';
import { bodied, ThingParts, Things, type Bodied } from '../things/index.js';
import { Listeners } from '../signals/index.js';
import { OverlayRow } from './rows.js';
import { OverlayBodyDto } from './views.js';

export type StoredOverlay = Bodied<'overlay'>;

/** Bytes of chance in the secret an overlay is opened with. */
const KEY_BYTES = 18;

/** Makes, changes, removes and puts back overlays, and keeps the secret each is opened with. */
@Injectable()
export class OverlaysService extends Things<'overlay', StoredOverlay> {
  private readonly keys = new Map<string, string>();
  private readonly otherKeys = new Listeners<[id: string]>();

  constructor(parts: ThingParts) {
    super(parts, {
      ...bodied('overlay', parts, OverlayRow, BLANK_OVERLAY),
      most: OVERLAY_LIMITS.overlays,
      bodyShape: OverlayBodyDto,
      faultsOf: (overlay, { others, about }) => overlayFaults(overlay, others(), about),
      inForce: (world) => world,
    });
  }

  override async onModuleInit(): Promise<void> {
    await super.onModuleInit();
    const rows = await this.parts.database.read.query<{ id: string; key: string }[]>(
      'SELECT overlay_id AS id, key FROM overlay_keys',
    );
    for (const { id, key } of rows) this.keys.set(id, key);
  }

  /** Calls `listener` when an overlay is opened with another secret. */
  whenRekeyed(listener: (id: string) => void): void {
    this.otherKeys.add(listener);
  }

  /** The secret an overlay is opened with; made when it is first asked for. */
  async keyOf(id: string): Promise<string> {
    this.require(id);
    return this.keys.get(id) ?? (await this.newKey(id));
  }

  /** Opens an overlay with another secret from now on; pages that have the old one are closed. */
  async replaceKey(id: string, actor: Actor): Promise<string> {
    const { name } = this.require(id);
    const key = await this.newKey(id);
    this.parts.activity.record('changed', name, 'has a new address', actor, { kind: 'overlay', id });
    this.otherKeys.tell(id);
    return key;
  }

  /**
   * The overlay a secret opens. All are compared, each in the same time, so that how long it takes
   * says nothing about any of them.
   */
  openedWith(key: string): StoredOverlay | undefined {
    const given = digest(key);
    let found: StoredOverlay | undefined;
    for (const [id, own] of this.keys) {
      const same = timingSafeEqual(digest(own), given);
      if (same) found = this.find(id);
    }
    return found;
  }

  private newKey(id: string): Promise<string> {
    return this.parts.queue.alone(async () => {
      const key = randomBytes(KEY_BYTES).toString('base64url');
      await this.parts.database.write((manager) =>
        manager.query('INSERT OR REPLACE INTO overlay_keys (overlay_id, key, changed_at) VALUES (?, ?, ?)', [
          id,
          key,
          Date.now(),
        ]),
      );
      this.keys.set(id, key);
      return key;
    });
  }
}

function digest(text: string): Buffer {
  return createHash('sha256').update(text).digest();
}

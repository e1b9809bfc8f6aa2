import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import type { Actor } from '@gully/core/actors';
import { BLANK_OVERLAY, OVERLAY_LIMITS, overlayFaults, type OverlayBody } from '@gully/core/overlays';
import type { World } from '@gully/core/channel';
import type { Faults, Surroundings } from '@gully/core/routines';
import { BodyThings, ThingParts, type Bodied } from '../things/index.js';
import { OverlayRow } from './rows.js';
import { OverlayBodyDto } from './views.js';

export type StoredOverlay = Bodied<'overlay'>;

/** Bytes of chance in the secret an overlay is opened with. */
const KEY_BYTES = 18;

/** Makes, changes, removes and puts back overlays, and keeps the secret each is opened with. */
@Injectable()
export class OverlaysService extends BodyThings<'overlay'> {
  protected readonly most = OVERLAY_LIMITS.overlays;
  protected readonly bodyShape = OverlayBodyDto;
  private readonly keys = new Map<string, string>();
  private readonly followers: ((ids: readonly string[]) => void)[] = [];

  constructor(parts: ThingParts) {
    super('overlay', parts, OverlayRow, BLANK_OVERLAY);
  }

  override async onModuleInit(): Promise<void> {
    await super.onModuleInit();
    const rows = await this.parts.database.read.query<{ id: string; key: string }[]>(
      'SELECT overlay_id AS id, key FROM overlay_keys',
    );
    for (const { id, key } of rows) this.keys.set(id, key);
  }

  /** Is told of overlays that changed, or that are opened with another secret. */
  subscribe(follower: (ids: readonly string[]) => void): void {
    this.followers.push(follower);
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
    this.tell([id]);
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

  inForce(world: World, _id: string, _body: OverlayBody): World {
    return world;
  }

  protected override put(overlays: readonly StoredOverlay[]): void {
    super.put(overlays);
    this.tell(overlays.map(({ id }) => id));
  }

  protected faultsOf(
    overlay: StoredOverlay,
    together: readonly StoredOverlay[],
    about: Surroundings,
  ): Faults {
    return overlayFaults(overlay, this.othersOf(overlay, together), about);
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

  private tell(ids: readonly string[]): void {
    for (const follower of this.followers) follower(ids);
  }
}

function digest(text: string): Buffer {
  return createHash('sha256').update(text).digest();
}

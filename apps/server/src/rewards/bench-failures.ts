import { Inject, Injectable } from '@nestjs/common';
import { failedDelivery } from '@gully/core/rewards';
import { Following } from '../events/index.js';
import { CarriedOut } from '../guard/index.js';
import { LOG, type Log } from '../log/index.js';
import { about, buyerOf } from './about-purchase.js';
import { Purchases } from './purchases.js';
import { RedemptionsStore } from './redemptions.store.js';

/** Refunds a bench that the room refused: no one was timed out. */
@Injectable()
export class BenchFailures {
  constructor(
    private readonly store: RedemptionsStore,
    private readonly purchases: Purchases,
    private readonly following: Following,
    @Inject(LOG) private readonly log: Log,
    carriedOut: CarriedOut,
  ) {
    carriedOut.follow((id, failed) => {
      if (failed !== undefined) this.refund(id, failed);
    });
  }

  private refund(id: string, failed: string): void {
    void this.purchases.find(id).then(
      (first) => {
        if (first === undefined) return;
        this.following.follow(
          about(first, (world, at) => {
            const now = this.store.find(id) ?? first;
            if (now.target === undefined || now.state === 'returned') return undefined;
            return failedDelivery(world, now, { viewer: buyerOf(now, world), at }, failed);
          }),
        );
      },
      (error: unknown) => {
        this.log.error({ error, id }, 'a bench that failed could not be looked up');
      },
    );
  }
}

import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { NewsService } from '../news/index.js';
import { Soon } from '../signals/index.js';

/** Milliseconds between two times pages are told; a flood brings hundreds of catches a second. */
const EVERY_MS = 500;

/** Tells pages that there is something new of the guard, now and then at the most. */
@Injectable()
export class CatchNews implements OnModuleDestroy {
  private last = 0;
  private readonly told = new Soon(
    () => Math.max(0, this.last + EVERY_MS - Date.now()),
    () => {
      this.last = Date.now();
      this.news.publish('catches', { at: this.last });
    },
  );

  constructor(private readonly news: NewsService) {}

  changed(): void {
    this.told.ask();
  }

  onModuleDestroy(): void {
    this.told.stop();
  }
}

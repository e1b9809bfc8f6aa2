import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import { NewsService } from '../news/index.js';

/** Milliseconds between two times pages are told; a flood brings hundreds of catches a second. */
const EVERY_MS = 500;

/** Tells pages that there is something new of the guard, now and then at the most. */
@Injectable()
export class CatchNews implements OnModuleDestroy {
  private timer: NodeJS.Timeout | undefined;
  private last = 0;

  constructor(private readonly news: NewsService) {}

  changed(): void {
    this.timer ??= setTimeout(
      () => {
        this.timer = undefined;
        this.last = Date.now();
        this.news.publish('catches', { at: this.last });
      },
      Math.max(0, this.last + EVERY_MS - Date.now()),
    ).unref();
  }

  onModuleDestroy(): void {
    clearTimeout(this.timer);
  }
}

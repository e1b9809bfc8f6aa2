import { Injectable } from '@nestjs/common';
import type { NewsKind, NewsOf, NumberedNews, ResumePoint, Welcome } from '@gully/core/news';
import { newId } from '../database/index.js';
import { Listeners } from '../signals/index.js';

/** How much is kept for pages that were away: at 100 lines a second, about 20 s. */
const KEPT = 2_000;

/** What happened, as it is told; made only where someone is told it. */
type Listener = (kind: NewsKind, tell: () => NumberedNews) => void;

interface Kept {
  readonly number: number;
  readonly tell: () => NumberedNews;
}

/** Numbers what happens, keeps the newest of it, and tells those who listen. */
@Injectable()
export class NewsService {
  /** names this run of the server, since numbers starts over with each */
  private readonly run = newId();
  private readonly kept: Kept[] = [];
  private readonly listeners = new Listeners<Parameters<Listener>>();
  private last = 0;

  publish<K extends NewsKind>(kind: K, about: NewsOf[K]): void {
    this.publishLazily(kind, () => about);
  }

  /** The same for what comes with every message: most of the time no page is open, or none was away. */
  publishLazily<K extends NewsKind>(kind: K, about: () => NewsOf[K]): void {
    const number = ++this.last;
    const tell = (): NumberedNews => ({ kind, about: about(), number }) as NumberedNews;
    this.kept.push({ number, tell });
    if (this.kept.length > KEPT * 1.25) this.kept.splice(0, this.kept.length - KEPT);
    this.listeners.tell(kind, tell);
  }

  /** Forgets what was kept for pages that were away, since it may hold what must not be shown again. */
  forget(): void {
    this.kept.length = 0;
  }

  /** Calls `listener` for all news from now on; the answer ends it. */
  subscribe(listener: Listener): () => void {
    return this.listeners.add(listener);
  }

  /** What a page that knew `point` has missed; null in `missed` when that is no longer known. */
  welcome(point: ResumePoint | undefined): Welcome {
    const { run, last } = this;
    const oldest = this.kept[0]?.number ?? last + 1;
    const known = point?.run === run && point.last <= last && point.last >= oldest - 1;
    return {
      run,
      last,
      missed: known ? this.kept.slice(point.last - oldest + 1).map(({ tell }) => tell()) : null,
    };
  }
}

import { Injectable } from '@nestjs/common';
import type { NewsKind, NewsOf, NumberedNews, ResumePoint, Welcome } from '@gully/core/news';
import { newId } from '../database/index.js';

/** How much is kept for pages that were away: at 100 lines a second, about 20 s. */
const KEPT = 2_000;

type Listener = (news: NumberedNews) => void;

/** Numbers what happens, keeps the newest of it, and tells whoever listens. */
@Injectable()
export class NewsService {
  /** names this run of the server, since numbers begin anew with each */
  private readonly run = newId();
  private readonly kept: NumberedNews[] = [];
  private readonly listeners = new Set<Listener>();
  private last = 0;

  publish<K extends NewsKind>(kind: K, about: NewsOf[K]): void {
    const news = { kind, about, number: ++this.last } as NumberedNews;
    this.kept.push(news);
    if (this.kept.length > KEPT * 1.25) this.kept.splice(0, this.kept.length - KEPT);
    for (const listener of this.listeners) listener(news);
  }

  /** Forgets what was kept for pages that were away, since it may hold what must not be shown again. */
  forget(): void {
    this.kept.length = 0;
  }

  /** Calls `listener` for all news from now on; the answer ends it. */
  subscribe(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** What a page that knew `point` has missed; null in `missed` when that is no longer known. */
  welcome(point: ResumePoint | undefined): Welcome {
    const { run, last } = this;
    const oldest = this.kept[0]?.number ?? last + 1;
    const known = point?.run === run && point.last <= last && point.last >= oldest - 1;
    return { run, last, missed: known ? this.kept.slice(point.last - oldest + 1) : null };
  }
}

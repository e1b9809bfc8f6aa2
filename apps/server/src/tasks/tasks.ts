import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { TaskView } from '@gully/core/news';
import { newId } from '../database/index.js';
import { NewsService } from '../news/index.js';
import { Task } from './task.js';

/** What is done sooner than this is not worth telling, in milliseconds. */
const LONG_MS = 500;
/** How often pages are told how far tasks are. */
const TELL_MS = 400;

interface Running {
  readonly name: string;
  readonly task: Task;
  /** UTC milliseconds */
  readonly since: number;
}

/** The tasks that are under way. Pages are told how far those are that take long. */
@Injectable()
export class Tasks implements OnModuleDestroy {
  private readonly running = new Map<string, Running>();
  private telling: NodeJS.Timeout | undefined;
  /** whether pages know of any */
  private told = false;

  constructor(private readonly news: NewsService) {}

  onModuleDestroy(): void {
    clearInterval(this.telling);
  }

  /** @param name what it does, as a person is told: *Importing viewers* */
  async run<T>(name: string, work: (task: Task) => Promise<T>): Promise<T> {
    const id = newId();
    const task = new Task();
    this.running.set(id, { name, task, since: Date.now() });
    this.telling ??= setInterval(() => {
      this.tell();
    }, TELL_MS).unref();
    try {
      return await work(task);
    } finally {
      this.running.delete(id);
      if (this.running.size === 0) {
        clearInterval(this.telling);
        this.telling = undefined;
      }
      if (this.told) this.tell();
    }
  }

  all(): TaskView[] {
    return [...this.running].map(([id, { name, task }]) => ({ id, name, ...task.now }));
  }

  find(id: string): Task | undefined {
    return this.running.get(id)?.task;
  }

  private tell(): void {
    const before = Date.now() - LONG_MS;
    const running = this.all().filter(({ id }) => (this.running.get(id)?.since ?? 0) < before);
    if (running.length > 0 || this.told) this.news.publish('tasks', { running });
    this.told = running.length > 0;
  }
}

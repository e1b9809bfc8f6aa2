import { Injectable, type OnModuleInit } from '@nestjs/common';
import { Database } from '../database/index.js';
import { WebhookRow } from './rows.js';
import { ChannelWorld } from '../live/index.js';
import { JobQueue } from '../jobs/index.js';
import { References } from '../things/index.js';

/** The webhooks there are, by name, in memory. */
@Injectable()
export class WebhooksStore implements OnModuleInit {
  private readonly webhooks = new Map<string, WebhookRow>();

  constructor(
    private readonly database: Database,
    private readonly queue: JobQueue,
    references: References,
    world: ChannelWorld,
  ) {
    references.add('webhook', {
      has: (name) => this.webhooks.has(name),
      nameOf: (name) => this.webhooks.get(name)?.name,
    });
    const view = { names: () => this.names() };
    world.add('webhooks', { look: () => view });
  }

  async onModuleInit(): Promise<void> {
    for (const row of await this.database.read.find(WebhookRow)) this.webhooks.set(row.name, row);
  }

  names(): string[] {
    return [...this.webhooks.keys()].sort();
  }
  all(): WebhookRow[] {
    return this.names().flatMap((name) => this.webhooks.get(name) ?? []);
  }
  find(name: string): WebhookRow | undefined {
    return this.webhooks.get(name);
  }

  save(row: WebhookRow): Promise<void> {
    return this.queue.alone(async () => {
      await this.database.write((manager) => manager.save(WebhookRow, row));
      this.webhooks.set(row.name, row);
    });
  }
  remove(name: string): Promise<void> {
    return this.queue.alone(async () => {
      await this.database.write((manager) => manager.delete(WebhookRow, { name }));
      this.webhooks.delete(name);
    });
  }
}

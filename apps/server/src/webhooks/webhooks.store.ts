import { Injectable, type OnModuleInit } from '@nestjs/common';
import { Database, WebhookRow } from '../database/index.js';

/** The webhooks there are, by name, in memory. */
@Injectable()
export class WebhooksStore implements OnModuleInit {
  private readonly webhooks = new Map<string, WebhookRow>();

  constructor(private readonly database: Database) {}

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

  async save(row: WebhookRow): Promise<void> {
    await this.database.write((manager) => manager.save(WebhookRow, row));
    this.webhooks.set(row.name, row);
  }
  async remove(name: string): Promise<void> {
    await this.database.write((manager) => manager.delete(WebhookRow, { name }));
    this.webhooks.delete(name);
  }
}

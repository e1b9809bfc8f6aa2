import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

@Entity('webhooks')
export class WebhookRow {
  @PrimaryColumn('text') name!: string;
  @Column('text') address!: string;
  @Column('text') secret!: string;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
}

@Entity('deliveries')
export class DeliveryRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') webhook!: string;
  @Column('text') body!: string;
  @Column('integer') at!: number;
  @Column('integer') tries!: number;
  @Column('integer', { name: 'next_at', nullable: true }) nextAt!: number | null;
  @Column('text') state!: 'waiting' | 'arrived' | 'given-up';
  /** what came back, or why nothing did */
  @Column('text') answer!: string;
}

export const WEBHOOKS_ROWS = [WebhookRow, DeliveryRow] as const;

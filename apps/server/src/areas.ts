import type { Type } from '@nestjs/common';
import { ActivityModule } from './activity/index.js';
import { BoardModule } from './board/index.js';
import { BundlesModule } from './bundles/index.js';
import { ChatModule } from './chat/index.js';
import { CommandsModule } from './commands/index.js';
import { ConnectionModule } from './connection/index.js';
import { CurrencyModule } from './currency/index.js';
import { EconomyModule } from './economy/index.js';
import { EventsModule } from './events/index.js';
import { GamesModule } from './games/index.js';
import { GuardModule } from './guard/index.js';
import { LedgerModule } from './ledger/index.js';
import { ListsModule } from './lists/index.js';
import { MediaModule } from './media/index.js';
import { MessagesModule } from './messages/index.js';
import { OutputsModule } from './outputs/index.js';
import { OverlaysModule } from './overlays/index.js';
import { PipelineModule } from './pipeline/index.js';
import { PruningModule } from './pruning/index.js';
import { QueueModule } from './queue/index.js';
import { QuietModule } from './quiet/index.js';
import { RanksModule } from './ranks/index.js';
import { RehearsalModule } from './rehearsal/index.js';
import { RewardsModule } from './rewards/index.js';
import { RoutinesModule } from './routines/index.js';
import { RunsModule } from './runs/index.js';
import { SeasonsModule } from './seasons/index.js';
import { SettingsModule } from './settings/index.js';
import { StandinModule } from './standin/index.js';
import { StreamModule } from './stream/index.js';
import { ThingsModule } from './things/index.js';
import { TimersModule } from './timers/index.js';
import { ViewersModule } from './viewers/index.js';
import { WebhooksModule } from './webhooks/index.js';

/** The module of every area. */
export const AREAS: readonly Type<object>[] = [
  ActivityModule,
  BoardModule,
  BundlesModule,
  ChatModule,
  CommandsModule,
  ConnectionModule,
  CurrencyModule,
  EconomyModule,
  EventsModule,
  GamesModule,
  GuardModule,
  LedgerModule,
  ListsModule,
  MediaModule,
  MessagesModule,
  OutputsModule,
  OverlaysModule,
  PipelineModule,
  PruningModule,
  QueueModule,
  QuietModule,
  RanksModule,
  RehearsalModule,
  RewardsModule,
  RoutinesModule,
  RunsModule,
  SeasonsModule,
  SettingsModule,
  StandinModule,
  StreamModule,
  ThingsModule,
  TimersModule,
  ViewersModule,
  WebhooksModule,
];

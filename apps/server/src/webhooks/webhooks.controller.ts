import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
} from '@nestjs/swagger';
import { IsString, MaxLength } from 'class-validator';
import { ActivityService } from '../activity/index.js';
import { PageQuery } from '../chat/index.js';
import { Database, newestFirst } from '../database/index.js';
import { DeliveryRow, type WebhookRow } from './rows.js';
import { NewsService } from '../news/index.js';
import { MayBeMissing, Problem, WhileAwaited } from '../problem/index.js';
import { addressFault } from './address.js';
import { Deliveries } from './deliveries.js';
import { WebhooksStore } from './webhooks.store.js';

class WebhookBodyDto {
  @ApiProperty() @IsString() @MaxLength(2_000) address!: string;
  @ApiPropertyOptional({
    description: 'whsec_ and base64; kept when not given, removed when empty',
  })
  @MayBeMissing()
  @IsString()
  @MaxLength(200)
  secret?: string;
}
class WebhookDto {
  @ApiProperty() name!: string;
  @ApiProperty() address!: string;
  @ApiProperty({ description: 'true when posts are signed; the secret itself is never told' })
  signed!: boolean;
}
class DeliveryDto {
  @ApiProperty() id!: string;
  @ApiProperty({ format: 'date-time' }) at!: string;
  @ApiProperty() webhook!: string;
  @ApiProperty() body!: string;
  @ApiProperty({ enum: ['waiting', 'arrived', 'given-up'] }) state!: DeliveryRow['state'];
  @ApiProperty() tries!: number;
  @ApiProperty({ type: String, nullable: true, format: 'date-time' }) nextAt!: string | null;
  @ApiProperty({ description: 'what came back, or why nothing did' }) answer!: string;
}

@ApiTags('webhooks')
@Controller('api/webhooks')
export class WebhooksController {
  constructor(
    private readonly store: WebhooksStore,
    private readonly deliveries: Deliveries,
    private readonly database: Database,
    private readonly news: NewsService,
    private readonly activity: ActivityService,
  ) {}

  @Get()
  @ApiOkResponse({ type: [WebhookDto] })
  all(): WebhookDto[] {
    return this.store.all().map(viewOf);
  }

  @Get('deliveries')
  @ApiOkResponse({ type: [DeliveryDto] })
  async sent(
    @Query() { before, limit }: PageQuery,
    @WhileAwaited() signal: AbortSignal,
  ): Promise<DeliveryDto[]> {
    const query = newestFirst(this.database.read, DeliveryRow, before, limit);
    const rows = await this.database.long.find(query, { signal });
    return rows.map(({ at, nextAt, ...row }) => ({
      ...row,
      at: new Date(at).toISOString(),
      nextAt: nextAt === null ? null : new Date(nextAt).toISOString(),
    }));
  }

  @Post('deliveries/:id/again')
  @HttpCode(204)
  @ApiNoContentResponse()
  async again(@Param('id') id: string): Promise<void> {
    if (!(await this.deliveries.again(id)))
      throw new Problem(404, 'There is no such post', 'It is too old to be kept. Nothing was sent.');
    this.news.publish('delivery', { id });
  }

  /** Sets a webhook, making it if there is none of the name. */
  @Put(':name')
  @ApiOkResponse({ type: WebhookDto })
  async set(@Param('name') name: string, @Body() { address, secret }: WebhookBodyDto): Promise<WebhookDto> {
    const before = this.store.find(name);
    const fields: Record<string, string> = {};
    if (!/^[\p{L}\p{N}][\p{L}\p{N} _-]{0,39}$/u.test(name))
      fields.name = 'A webhook’s name is letters, digits, spaces, - and _, at most 40';
    const fault = addressFault(address.trim(), this.deliveries.allowed);
    if (fault !== undefined) fields.address = fault;
    if (secret !== undefined && secret !== '' && !/^whsec_[A-Za-z0-9+/]{32,100}={0,2}$/u.test(secret))
      fields.secret = 'A secret is whsec_ and at least 24 bytes in base64';
    if (Object.keys(fields).length > 0)
      throw new Problem(422, 'The webhook is not saved', `${Object.values(fields).join('. ')}.`, { fields });
    const row: WebhookRow = {
      name,
      address: address.trim(),
      secret: secret ?? before?.secret ?? '',
      changedAt: Date.now(),
    };
    await this.store.save(row);
    this.news.publish('webhook', { name });
    this.activity.record('changed', name, `${before === undefined ? 'added' : 'changed'} (a webhook)`);
    return viewOf(row);
  }

  @Delete(':name')
  @HttpCode(204)
  @ApiNoContentResponse()
  async remove(@Param('name') name: string): Promise<void> {
    await this.store.remove(name);
    this.news.publish('webhook', { name });
    this.activity.record('changed', name, 'deleted (a webhook)');
  }
}

function viewOf({ name, address, secret }: WebhookRow): WebhookDto {
  return { name, address, signed: secret !== '' };
}

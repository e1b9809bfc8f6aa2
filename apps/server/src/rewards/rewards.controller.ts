import { Body, Controller, Get, HttpCode, Post, Query } from '@nestjs/common';
import { ApiOkResponse, ApiPropertyOptional, ApiTags } from '@nestjs/swagger';
import { countedFrom, leftOf } from '@gully/core/rewards';
import { rewardBody } from '@gully/core/rewards';
import { IsString, MaxLength } from 'class-validator';
import { ChannelWorld } from '../live/index.js';
import { thingsController } from '../things/index.js';
import { MayBeMissing } from '../problem/index.js';
import { RewardHelp } from './help.js';
import { RedemptionsStore } from './redemptions.store.js';
import { RewardsService, type StoredReward } from './rewards.service.js';
import { RewardBodyDto, RewardChangeDto, RewardDto, RewardHelpDto } from './views.js';

class HelpQuery {
  @ApiPropertyOptional({ description: 'the reward as it is saved; left out for a new one' })
  @MayBeMissing()
  @IsString()
  @MaxLength(40)
  id?: string;
}

/** Rewards as people set them up. */
@ApiTags('rewards')
@Controller('api/rewards')
export class RewardsController extends thingsController<'reward', StoredReward, RewardDto>({
  view: RewardDto,
  body: RewardBodyDto,
  change: RewardChangeDto,
}) {
  constructor(
    readonly things: RewardsService,
    private readonly store: RedemptionsStore,
    private readonly helping: RewardHelp,
    private readonly world: ChannelWorld,
  ) {
    super();
  }

  @Get()
  @ApiOkResponse({ type: [RewardDto] })
  list(): RewardDto[] {
    return this.things.all().map((reward) => this.view(reward));
  }

  /** What a price means, how often it would sell, and what a week of it comes to. */
  @Post('help')
  @HttpCode(200)
  @ApiOkResponse({ type: RewardHelpDto })
  help(@Query() { id }: HelpQuery, @Body() body: RewardBodyDto): Promise<RewardHelpDto> {
    return this.helping.of(rewardBody(body), id, Date.now());
  }

  view(reward: StoredReward): RewardDto {
    const { id, version, changedAt } = reward;
    const world = this.world.now();
    const sales = world.rewards.sales(id);
    return {
      ...(rewardBody(reward) as unknown as RewardDto),
      id,
      version,
      changedAt: new Date(changedAt).toISOString(),
      sold: sales.count(0),
      soldNow: sales.count(countedFrom(world)),
      left: leftOf({ id, terms: reward }, world) ?? null,
      waiting: this.store.all().filter((each) => each.reward === id && each.state !== 'bought').length,
      fault: this.things.preparedOf(id)?.routine.fault ?? null,
      command: world.commands.doing({ kind: 'redeem', reward: id }) ?? null,
    };
  }
}

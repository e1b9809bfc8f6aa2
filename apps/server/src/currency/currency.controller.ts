import { Body, Controller, Get, HttpCode, Param, Post, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiTags, ApiUnprocessableEntityResponse } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { Problem, ProblemView, WhileAwaited } from '../problem/index.js';
import { By } from '../security/index.js';
import { Tasks } from '../tasks/index.js';
import { BalancesOfViewers } from './balances.js';
import { ByFile } from './by-file.js';
import { ByHand, type Posted, type WantedBalances } from './by-hand.js';
import { CurrencySettingsService } from './currency-settings.js';
import { Resetting } from './resetting.js';
import { Payouts } from './payouts.js';
import {
  BalanceDto,
  BalanceFileDto,
  BalanceFileImportDto,
  BalanceFileLookDto,
  ResetDoneDto,
  ResetDto,
  TransferDto,
  ByHandDoneDto,
  ByHandDto,
  ByHandEffectDto,
  CurrencyDto,
  CurrencyNowDto,
  RanksDto,
} from './views.js';

/** What the channel's currency is set to, and what someone has of it. */
@ApiTags('currency')
@Controller('api/currency')
export class CurrencyController {
  constructor(
    private readonly settings: CurrencySettingsService,
    private readonly payouts: Payouts,
    private readonly byHand: ByHand,
    private readonly byFile: ByFile,
    private readonly resetting: Resetting,
    private readonly balances: BalancesOfViewers,
    private readonly tasks: Tasks,
  ) {}

  @Get()
  @ApiOkResponse({ type: CurrencyNowDto })
  now(): CurrencyNowDto {
    const { next } = this.payouts;
    return { ...this.settings.currency, next: next === undefined ? null : Math.round(next / 1000) };
  }

  @Put()
  @ApiOkResponse({ type: CurrencyDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  set(@Body() { value, version }: CurrencyDto, @By() actor: Actor): Promise<CurrencyDto> {
    return this.settings.setCurrency(value, version, actor);
  }

  @Get('ranks')
  @ApiOkResponse({ type: RanksDto })
  ranks(): RanksDto {
    const { value, version } = this.settings.ranks;
    return { value: { by: value.by, ranks: [...value.ranks] }, version };
  }

  @Put('ranks')
  @ApiOkResponse({ type: RanksDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async setRanks(@Body() { value, version }: RanksDto, @By() actor: Actor): Promise<RanksDto> {
    await this.settings.setRanks(value, version, actor);
    return this.ranks();
  }

  /** What giving, taking or setting would come to; nothing is changed. */
  @Post('by-hand/look')
  @HttpCode(200)
  @ApiOkResponse({ type: ByHandEffectDto })
  async look(@Body() given: ByHandDto): Promise<ByHandEffectDto> {
    const effect = await this.byHand.look(wantedOf(given));
    return effectView({ ...effect, posting: null });
  }

  /** Gives, takes or sets. */
  @Post('by-hand')
  @HttpCode(200)
  @ApiOkResponse({ type: ByHandEffectDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async carryOut(@Body() given: ByHandDoneDto, @By() actor: Actor): Promise<ByHandEffectDto> {
    const effect = await this.tasks.run('Changing balances', (task) =>
      this.byHand.carryOut(wantedOf(given), given.key, actor, task),
    );
    return effectView(effect);
  }

  /** Moves all that one viewer has to another. */
  @Post('transfer')
  @HttpCode(200)
  @ApiOkResponse({ type: ByHandEffectDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async transfer(@Body() { from, to, key }: TransferDto, @By() actor: Actor): Promise<ByHandEffectDto> {
    const [payer, payee] = [await this.byHand.person(from), await this.byHand.person(to)];
    const effect = await this.byHand.transfer(payer, payee, key, actor);
    return effectView(effect);
  }

  /** What a file of balances would come to; nothing is changed. */
  @Post('file/look')
  @HttpCode(200)
  @ApiOkResponse({ type: BalanceFileLookDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async lookAtFile(@Body() { text, does }: BalanceFileDto): Promise<BalanceFileLookDto> {
    const look = await this.tasks.run('Reading balances from a file', (task) =>
      this.byFile.look(text, does, task),
    );
    return { ...look, ...effectView({ ...look, posting: null }), faults: [...look.faults] };
  }

  /** Imports the file that was looked at. */
  @Post('file')
  @HttpCode(200)
  @ApiOkResponse({ type: ByHandEffectDto })
  @ApiConflictResponse({ type: ProblemView })
  async importFile(@Body() { id }: BalanceFileImportDto, @By() actor: Actor): Promise<ByHandEffectDto> {
    const effect = await this.tasks.run('Importing balances', (task) =>
      this.byFile.carryOut(id, actor, task),
    );
    return effectView(effect);
  }

  /** Takes everything from everyone, after a copy of the database was made. */
  @Post('reset')
  @HttpCode(200)
  @ApiOkResponse({ type: ResetDoneDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  reset(@Body() { typed }: ResetDto, @By() actor: Actor): Promise<ResetDoneDto> {
    return this.tasks.run('Resetting all balances', (task) => this.resetting.reset(typed, actor, task));
  }

  /** What a viewer has, and where it came from. */
  @Get('viewers/:id')
  @ApiOkResponse({ type: BalanceDto })
  async balance(@Param('id') id: string, @WhileAwaited() signal: AbortSignal): Promise<BalanceDto> {
    const of = await this.balances.of(id, { signal });
    if (of === undefined)
      throw new Problem(
        404,
        'There is no balance',
        'There is no such viewer, or the channel has no currency.',
      );
    const { rank, next, by, causes, ...rest } = of;
    return {
      ...rest,
      rank: rank?.name ?? '',
      next: next === undefined ? null : { name: next.rank.name, missing: next.missing, by },
      causes: [...causes],
    };
  }
}

function wantedOf({ does, amount, viewers, present, role }: ByHandDto): WantedBalances {
  const whom = [
    ...(viewers === undefined ? [] : [{ viewers }]),
    ...(present === true ? [{ present } as const] : []),
    ...(role === undefined ? [] : [{ role }]),
  ];
  const [only] = whom;
  if (only === undefined || whom.length > 1)
    throw new Problem(422, 'Nothing was changed', 'Say who it is for: viewers, everyone present, or a role.');
  if (amount === 0 && does !== 'set')
    throw new Problem(422, 'Nothing was changed', 'Give an amount above 0.', {
      fields: { amount: 'Give an amount above 0' },
    });
  return { does, amount, whom: only };
}

const effectView = ({ viewers, total, short, over, posting }: Posted): ByHandEffectDto => ({
  ...{ viewers, total, posting },
  short: [...short],
  over: [...over],
});

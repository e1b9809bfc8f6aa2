import { Body, Delete, HttpCode, Param, Post, Put, type Type } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiCreatedResponse,
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { ArrayMaxSize, ArrayUnique, IsArray, IsIn, IsInt, IsObject, IsString, Min } from 'class-validator';
import type { Actor } from '@gully/core/actors';
import type { ThingKind } from '@gully/core/things';
import { MayBeMissing, ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import type { Head } from './declared.js';
import type { Several, Things } from './things.js';

export class VersionDto {
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(1) version!: number;
}

const CHANGES = ['switch-on', 'switch-off', 'set', 'delete', 'restore', 'step-back'] as const;

export class SeveralDto {
  @ApiProperty({ type: [String], maxItems: 2_000 })
  @IsArray()
  @ArrayMaxSize(2_000)
  @ArrayUnique()
  @IsString({ each: true })
  ids!: string[];
  @ApiProperty({ enum: CHANGES }) @IsIn(CHANGES) change!: (typeof CHANGES)[number];
  @ApiPropertyOptional({
    type: 'object',
    additionalProperties: true,
    description: 'for set: the parts they have in common from now on, as in a body of one of them',
  })
  @MayBeMissing()
  @IsObject()
  part: Record<string, unknown> = {};
}

/** What goes in and comes out where things of a kind are changed. */
interface Shapes<View> {
  readonly view: Type<View>;
  readonly body: Type<object>;
  /** the body with the version it was made on */
  readonly change: Type<object>;
}

/** What a controller of things has beside its addresses. */
export interface ThingsControlled<K extends ThingKind, Stored extends Head, View> {
  readonly things: Things<K, Stored>;
  view(stored: Stored): View;
}

/**
 * The addresses by which things of a kind are made, changed, taken a step back, deleted and put
 * back, for a controller to extend. How they are read is its own.
 */
export function thingsController<K extends ThingKind, Stored extends Head, View>({
  view: ViewDto,
  body: BodyDto,
  change: ChangeDto,
}: Shapes<View>) {
  abstract class ThingsController implements ThingsControlled<K, Stored, View> {
    abstract readonly things: Things<K, Stored>;
    abstract view(stored: Stored): View;

    @Post()
    @ApiCreatedResponse({ type: ViewDto })
    @ApiUnprocessableEntityResponse({ type: ProblemView })
    async create(@Body() body: object, @By() actor: Actor): Promise<View> {
      return this.view(await this.things.create(this.things.readBody(body), actor));
    }

    @Put(':id')
    @ApiOkResponse({ type: ViewDto })
    @ApiConflictResponse({ type: ProblemView })
    @ApiUnprocessableEntityResponse({ type: ProblemView })
    async change(@Param('id') id: string, @Body() body: VersionDto, @By() actor: Actor): Promise<View> {
      const { version, ...given } = body;
      return this.view(await this.things.change(id, this.things.readBody(given), version, actor));
    }

    @Post(':id/step-back')
    @HttpCode(200)
    @ApiOkResponse({ type: ViewDto })
    @ApiConflictResponse({ type: ProblemView })
    async stepBack(
      @Param('id') id: string,
      @Body() { version }: VersionDto,
      @By() actor: Actor,
    ): Promise<View> {
      return this.view(await this.things.stepBack(id, version, actor));
    }

    /** The same for several at once: all of them or none. */
    @Post('several')
    @HttpCode(200)
    @ApiOkResponse({ type: [ViewDto] })
    @ApiUnprocessableEntityResponse({ type: ProblemView })
    async several(@Body() { ids, change, part }: SeveralDto, @By() actor: Actor): Promise<View[]> {
      await this.things.several(ids, howOf(change, part), actor);
      return change === 'delete' ? [] : ids.map((id) => this.view(this.things.require(id)));
    }

    @Delete(':id')
    @HttpCode(204)
    @ApiNoContentResponse()
    remove(@Param('id') id: string, @By() actor: Actor): Promise<void> {
      return this.things.remove(id, actor);
    }

    @Post(':id/restore')
    @HttpCode(200)
    @ApiOkResponse({ type: ViewDto })
    @ApiUnprocessableEntityResponse({ type: ProblemView })
    async restore(@Param('id') id: string, @By() actor: Actor): Promise<View> {
      return this.view(await this.things.restore(id, actor));
    }
  }
  // Bodies are checked and described by the types of parameters, which here are known only now.
  const typed = (method: string, ...types: readonly unknown[]): void => {
    Reflect.defineMetadata('design:paramtypes', types, ThingsController.prototype, method);
  };
  typed('create', BodyDto, String);
  typed('change', String, ChangeDto, String);
  return ThingsController;
}

function howOf(change: SeveralDto['change'], part: object): Several {
  if (change === 'set') return { change, part };
  return change === 'switch-on' || change === 'switch-off'
    ? { change: 'switch', on: change === 'switch-on' }
    : { change };
}

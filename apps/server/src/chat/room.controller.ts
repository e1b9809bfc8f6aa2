import { Body, Controller, Get, HttpCode, Post, Put } from '@nestjs/common';
import {
  ApiConflictResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import { IsBoolean, IsInt, IsNumber, IsString, MaxLength, Min } from 'class-validator';
import type { Actor } from '@gully/core/actors';
import { ROOM_FIELDS, type RoomSettings } from '@gully/core/connection';
import { foldNick } from '@gully/core/viewers';
import { ConnectionSettings, ROOM_SECRETS, type Room } from '../connection/index.js';
import { MayBeMissing, ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { ConnectionService } from './connection.js';
import { TEST_STEPS, testRoom, type TestResult, type TestStep } from './room-test.js';

class RoomSettingsDto implements RoomSettings {
  @ApiProperty() @IsString() @MaxLength(300) host!: string;
  // What is wrong with them core tells, in its own words.
  @ApiProperty({ description: '1 to 65,535' }) @IsNumber() port!: number;
  @ApiProperty() @IsBoolean() tls!: boolean;
  @ApiProperty({ description: 'with its mark: #lanternhour' }) @IsString() @MaxLength(300) channel!: string;
  @ApiProperty() @IsString() @MaxLength(300) nick!: string;
  @ApiProperty() @IsString() @MaxLength(300) account!: string;
  @ApiProperty() @IsString() @MaxLength(300) rolesTag!: string;
  @ApiProperty() @IsString() @MaxLength(300) streamer!: string;
}

class RoomWishDto extends RoomSettingsDto {
  @ApiPropertyOptional({ description: 'of the server; left out, the one that is kept stays; empty for none' })
  @MayBeMissing()
  @IsString()
  @MaxLength(500)
  password?: string;
  @ApiPropertyOptional({ description: 'of the account, in the same way' })
  @MayBeMissing()
  @IsString()
  @MaxLength(500)
  accountPassword?: string;
}
class RoomChangeDto extends RoomWishDto {
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}

class RoomDto extends RoomSettingsDto {
  @ApiProperty() version!: number;
  @ApiProperty({ description: 'whether anybody said where the room is' }) isSet!: boolean;
  @ApiProperty({ type: [String], description: 'the secrets that are kept; what they are is never told' })
  kept!: string[];
  @ApiProperty({
    type: 'object',
    additionalProperties: { type: 'string' },
    description: 'what the environment sets and cannot be changed here, with the variables’ names',
  })
  fromEnvironment!: Record<string, string>;
}

class TestResultDto implements TestResult {
  @ApiProperty({ enum: TEST_STEPS }) step!: TestStep;
  @ApiProperty() ok!: boolean;
  @ApiProperty() words!: string;
}

/** The room the bot is in: what it is, whether it works, and another. */
@ApiTags('chat')
@Controller('api/connection/room')
export class RoomController {
  constructor(
    private readonly settings: ConnectionSettings,
    private readonly connection: ConnectionService,
  ) {}

  @Get()
  @ApiOkResponse({ type: RoomDto })
  room(): RoomDto {
    const { room, version, isSet, fromEnvironment } = this.settings;
    const plain = Object.fromEntries(
      ROOM_FIELDS.map((field) => [field, room[field]]),
    ) as unknown as RoomSettings;
    return { ...plain, version, isSet, kept: ROOM_SECRETS.filter((of) => room[of] !== ''), fromEnvironment };
  }

  /** Sets it, and goes there. */
  @Put()
  @ApiOkResponse({ type: RoomDto })
  @ApiConflictResponse({ type: ProblemView })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async set(@Body() { version, ...wish }: RoomChangeDto, @By() actor: Actor): Promise<RoomDto> {
    await this.settings.set(this.settings.wished(wish, wish), version, actor);
    return this.room();
  }

  /** Tries a room without setting it; nothing is said there. */
  @Post('test')
  @HttpCode(200)
  @ApiOkResponse({ type: [TestResultDto] })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  test(@Body() wish: RoomWishDto): Promise<TestResult[]> {
    const room = this.settings.wished(wish, wish);
    return testRoom(room, this.isIn(room) ? this.connection.hasModeratorRights : undefined);
  }

  /** Whether the bot is in that room now, under that name. */
  private isIn({ host, port, channel, nick }: Room): boolean {
    const { room } = this.settings;
    return (
      this.connection.open &&
      room.host === host &&
      room.port === port &&
      foldNick(room.channel) === foldNick(channel) &&
      foldNick(room.nick) === foldNick(nick)
    );
  }
}

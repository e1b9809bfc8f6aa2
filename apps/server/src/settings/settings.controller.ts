import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiConflictResponse, ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { prefixFault } from '@gully/core/commands';
import { Type } from 'class-transformer';
import { ArrayMaxSize, IsArray, IsInt, IsString, MaxLength, Min, ValidateNested } from 'class-validator';
import { Problem, ProblemView } from '../problem/index.js';
import { By } from '../security/index.js';
import { PERSONAS, PREFIX } from './known.js';
import { Persona } from './persona.js';
import { SettingsService } from './settings.service.js';

class PrefixDto {
  @ApiProperty() @IsString() @MaxLength(50) value!: string;
  @ApiProperty({ description: 'the version the change is made on' }) @IsInt() @Min(0) version!: number;
}
class PersonasDto {
  @ApiProperty({ type: [Persona], maxItems: 30 })
  @IsArray()
  @ArrayMaxSize(30, { message: 'At most 30 personas are kept' })
  @ValidateNested({ each: true })
  @Type(() => Persona)
  value!: Persona[];
  @ApiProperty() @IsInt() @Min(0) version!: number;
}
class SettingsDto {
  @ApiProperty() prefix!: PrefixDto;
  @ApiProperty() personas!: PersonasDto;
}

@ApiTags('settings')
@Controller('api/settings')
export class SettingsController {
  constructor(private readonly settings: SettingsService) {}

  @Get()
  @ApiOkResponse({ type: SettingsDto })
  all(): SettingsDto {
    const personas = this.settings.get(PERSONAS);
    return {
      prefix: this.settings.get(PREFIX),
      personas: { ...personas, value: [...personas.value] },
    };
  }

  @Put('prefix')
  @ApiOkResponse({ type: PrefixDto })
  @ApiConflictResponse({ type: ProblemView })
  async setPrefix(@Body() { value, version }: PrefixDto, @By() actor: Actor): Promise<PrefixDto> {
    const fault = prefixFault(value);
    if (fault !== undefined)
      throw new Problem(422, 'The prefix is not changed', `${fault}.`, { fields: { value: fault } });
    return this.settings.set(PREFIX, value, version, actor);
  }

  @Put('personas')
  @ApiOkResponse({ type: PersonasDto })
  @ApiConflictResponse({ type: ProblemView })
  async setPersonas(@Body() { value, version }: PersonasDto, @By() actor: Actor): Promise<PersonasDto> {
    const set = await this.settings.set(PERSONAS, value, version, actor);
    return { ...set, value: [...set.value] };
  }
}

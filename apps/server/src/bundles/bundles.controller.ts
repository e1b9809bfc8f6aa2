import { Body, Controller, HttpCode, Param, Post } from '@nestjs/common';
import {
  ApiNoContentResponse,
  ApiOkResponse,
  ApiProperty,
  ApiPropertyOptional,
  ApiTags,
  ApiUnprocessableEntityResponse,
} from '@nestjs/swagger';
import type { Actor } from '@gully/core/actors';
import { ITEM_KINDS, QUESTION_TYPES, type ItemKind, type Question } from '@gully/core/bundles';
import { Type } from 'class-transformer';
import {
  ArrayMaxSize,
  IsArray,
  IsDefined,
  IsIn,
  IsObject,
  IsString,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator';
import { AsItCame, EachIs, MayBeMissing, ProblemView, textFault, unknownFault } from '../problem/index.js';
import { By } from '../security/index.js';
import { Tasks } from '../tasks/index.js';
import { Exporting } from './exporting.js';
import { Importing, type ImportChoice } from './importing.js';
import { Looking, type Looked } from './looking.js';
import { readBundle } from './reading.js';
import { Undoing } from './undoing.js';

class QuestionDto implements Question {
  @ApiProperty() @Matches(/^[a-z][a-z0-9_]{0,29}$/u) name!: string;
  @ApiProperty({ enum: QUESTION_TYPES }) @IsIn(QUESTION_TYPES) type!: Question['type'];
  @ApiProperty() @IsString() @MaxLength(500) default!: string;
  @ApiProperty() @IsString() @MaxLength(300) help!: string;
  @ApiProperty({ type: [String] }) @IsArray() @ArrayMaxSize(50) @IsString({ each: true }) choices: string[] =
    [];
}
const Ids = (): PropertyDecorator => (target, name) => {
  ApiPropertyOptional({ type: [String] })(target, name);
  MayBeMissing()(target, name);
  IsArray()(target, name);
  ArrayMaxSize(2_000)(target, name);
  IsString({ each: true })(target, name);
};
/** Beside what is told of it, for every kind the ids of what was chosen. */
class ExportDto {
  @ApiProperty() @IsString() @MaxLength(100) title!: string;
  @ApiProperty() @IsString() @MaxLength(100) author!: string;
  @ApiProperty() @IsString() @MaxLength(2_000) note!: string;
  @ApiProperty({ type: [QuestionDto] })
  @IsArray()
  @ArrayMaxSize(30)
  @ValidateNested({ each: true })
  @Type(() => QuestionDto)
  questions: QuestionDto[] = [];
}
for (const kind of ITEM_KINDS) Ids()(ExportDto.prototype, kind);
class BundleDto {
  @ApiProperty({ type: 'object', additionalProperties: true, description: 'the file, see docs/formats' })
  @IsDefined()
  @AsItCame()
  @IsObject({ message: 'This is not a bundle: it is not a JSON object' })
  bundle!: object;
  @ApiPropertyOptional({ type: 'object', additionalProperties: { type: 'string' } })
  @MayBeMissing()
  @IsObject()
  answers: Record<string, string> = {};
}
const CHOICES = ['take', 'rename', 'leave'] as const;
class ChoiceDto implements ImportChoice {
  @ApiProperty({ enum: ITEM_KINDS }) kind!: ItemKind;
  @ApiProperty({ maxLength: 600 }) name!: string;
  @ApiProperty({ enum: CHOICES }) action!: ImportChoice['action'];
  @ApiProperty({ maxLength: 200 }) as: string = '';
}

function choiceFault(choice: Readonly<Record<string, unknown>>): string | undefined {
  if (!ITEM_KINDS.some((kind) => kind === choice.kind)) return 'there is no such kind';
  if (!CHOICES.some((action) => action === choice.action))
    return `action must be one of ${CHOICES.join(', ')}`;
  return unknownFault(choice, ['kind', 'name', 'action', 'as']) ?? textFault(choice, { name: 600, as: 200 });
}

class TakeDto extends BundleDto {
  @ApiProperty({ type: [ChoiceDto] })
  @IsArray()
  @ArrayMaxSize(3_500)
  @EachIs(choiceFault, { as: '' })
  choices!: ChoiceDto[];
}
class LookedDto implements Looked {
  @ApiProperty({ enum: ITEM_KINDS }) kind!: ItemKind;
  @ApiProperty() name!: string;
  @ApiProperty({ enum: ['new', 'same', 'different'] }) state!: Looked['state'];
  @ApiProperty({ type: [String] }) missing!: string[];
  @ApiProperty({
    description: 'its texts may ask for more work than a run may do, so it would end on the way',
  })
  costly!: boolean;
  @ApiProperty({ type: 'object', additionalProperties: true }) theirs!: object;
  @ApiProperty({ type: 'object', additionalProperties: true, nullable: true }) ours!: object | null;
}
class LookDto {
  @ApiProperty() title!: string;
  @ApiProperty() author!: string;
  @ApiProperty() note!: string;
  @ApiProperty({ type: [QuestionDto] }) questions!: QuestionDto[];
  @ApiProperty({ type: [LookedDto] }) items!: LookedDto[];
}
class TakenDto {
  @ApiProperty() id!: string;
  @ApiProperty() changed!: number;
}

@ApiTags('bundles')
@Controller('api/bundles')
export class BundlesController {
  constructor(
    private readonly exporting: Exporting,
    private readonly looking: Looking,
    private readonly importing: Importing,
    private readonly undoing: Undoing,
    private readonly tasks: Tasks,
  ) {}

  @Post('export')
  @HttpCode(200)
  @ApiOkResponse({ schema: { type: 'object', additionalProperties: true } })
  export(@Body() { title, author, note, questions, ...chosen }: ExportDto): Promise<object> {
    return this.exporting.export(chosen, { title, author, note, questions });
  }

  /** What taking a bundle in would do; nothing is changed. */
  @Post('look')
  @HttpCode(200)
  @ApiOkResponse({ type: LookDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async look(@Body() { bundle: given, answers }: BundleDto): Promise<LookDto> {
    const { bundle, looked } = await this.tasks.run('Reading a bundle', async (task) => {
      const read = await readBundle(given, answers, task);
      return { bundle: read, looked: await this.looking.look(read, task) };
    });
    const { title, author, note, questions } = bundle;
    const items = looked as unknown as LookedDto[];
    return {
      title,
      author,
      note,
      questions: questions.map((each) => ({ ...each, choices: [...each.choices] })),
      items,
    };
  }

  /** All of it or nothing. */
  @Post('take')
  @HttpCode(200)
  @ApiOkResponse({ type: TakenDto })
  @ApiUnprocessableEntityResponse({ type: ProblemView })
  async take(@Body() { bundle, answers, choices }: TakeDto, @By() actor: Actor): Promise<TakenDto> {
    return this.tasks.run('Importing a bundle', async (task) =>
      this.importing.take(await readBundle(bundle, answers, task), choices, actor, task),
    );
  }

  @Post(':id/undo')
  @HttpCode(204)
  @ApiNoContentResponse()
  undo(@Param('id') id: string, @By() actor: Actor): Promise<void> {
    return this.undoing.undo(id, actor);
  }
}

import { Readable } from 'node:stream';
import { Body, Controller, Get, HttpCode, Post, Query, StreamableFile } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOkResponse, ApiProduces, ApiProperty, ApiTags } from '@nestjs/swagger';
import { IsString, Length } from 'class-validator';
import { Problem, WhileAwaited } from '../problem/index.js';
import { Tasks } from '../tasks/index.js';
import { CsvIn, type Preview } from './csv-in.js';
import { CsvOut } from './csv-out.js';
import { FilterQuery } from './views.js';

class FaultDto {
  @ApiProperty() line!: number;
  @ApiProperty() fault!: string;
}
class CsvPreviewDto implements Preview {
  @ApiProperty() token!: string;
  @ApiProperty() rows!: number;
  @ApiProperty({ description: 'viewers not known yet' }) fresh!: number;
  @ApiProperty() changed!: number;
  @ApiProperty() same!: number;
  @ApiProperty({ type: [String] }) columns!: string[];
  @ApiProperty({ type: [String], description: 'columns that are not known and are skipped' })
  passedOver!: string[];
  @ApiProperty({ description: 'rows that cannot be used and are skipped' }) faulty!: number;
  @ApiProperty({ type: [FaultDto], description: 'the first of them' }) faults!: FaultDto[];
}
class TokenDto {
  @ApiProperty() @IsString() @Length(1, 40) token!: string;
}
class AppliedDto {
  @ApiProperty() added!: number;
  @ApiProperty() changed!: number;
}

/** Viewers as a file. Stands before the viewers' own routes, which take any word for an id. */
@ApiTags('viewers')
@Controller('api/viewers')
export class CsvController {
  constructor(
    private readonly csvIn: CsvIn,
    private readonly csvOut: CsvOut,
    private readonly tasks: Tasks,
  ) {}

  @Get('export')
  @ApiProduces('text/csv')
  @ApiOkResponse({ schema: { type: 'string' } })
  export(@Query() { search, role, mark }: FilterQuery, @WhileAwaited() signal: AbortSignal): StreamableFile {
    const file = this.csvOut.export({ search: search.trim(), role, mark }, { signal });
    return new StreamableFile(Readable.from(file), {
      type: 'text/csv; charset=utf-8',
      disposition: 'attachment; filename="viewers.csv"',
    });
  }

  /** Looks at a file; nothing changes. */
  @Post('import/preview')
  @HttpCode(200)
  @ApiConsumes('text/csv')
  @ApiBody({ schema: { type: 'string', format: 'binary' } })
  @ApiOkResponse({ type: CsvPreviewDto })
  async preview(@Body() file: unknown): Promise<CsvPreviewDto> {
    if (!Buffer.isBuffer(file)) throw new Problem(415, 'Send the file as text/csv', 'Nothing was read.');
    const preview = await this.tasks.run('Reading viewers from a file', (task) =>
      this.csvIn.preview(file, task),
    );
    return {
      ...preview,
      columns: [...preview.columns],
      passedOver: [...preview.passedOver],
      faults: [...preview.faults],
    };
  }

  /** Takes in the file that was looked at. */
  @Post('import')
  @HttpCode(200)
  @ApiOkResponse({ type: AppliedDto })
  apply(@Body() { token }: TokenDto): Promise<AppliedDto> {
    return this.tasks.run('Importing viewers', (task) => this.csvIn.apply(token, task));
  }
}

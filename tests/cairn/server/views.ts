import { ApiProperty } from '@nestjs/swagger';
import type { CairnBody } from '@gully/core/cairn';
import { IsInt, IsString, MaxLength, Min } from 'class-validator';

export class CairnBodyDto implements CairnBody {
  @ApiProperty() @IsString() @MaxLength(60) name!: string;
  @ApiProperty() @IsInt() @Min(1) goal!: number;
}
export class CairnChangeDto extends CairnBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class CairnDto extends CairnBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty() stones!: number;
}

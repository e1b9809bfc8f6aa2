import { ApiProperty } from '@nestjs/swagger';
import { IsInt, IsString, MaxLength, Min } from 'class-validator';

/** Bytes a list may have when it comes in. */
export const LIST_BYTES = 5_000_000;

export class ListDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty() lines!: number;
  @ApiProperty({ description: 'lines of this round that were not drawn yet' }) left!: number;
  @ApiProperty({ type: [String], description: 'what was not taken as it was last written' }) notes!: string[];
}
export class ListBodyDto {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty({ description: 'one per line' }) @IsString() @MaxLength(LIST_BYTES) text!: string;
}
export class ListChangeDto extends ListBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}

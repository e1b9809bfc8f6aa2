import { ApiProperty } from '@nestjs/swagger';
import type { OutputBody } from '@gully/core/outputs';
import { IsInt, IsString, MaxLength, Min } from 'class-validator';

export class OutputBodyDto implements OutputBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty() @IsString() @MaxLength(20_000) text!: string;
}
export class OutputChangeDto extends OutputBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class OutputDto extends OutputBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}
export class OutputFileDto {
  @ApiProperty() name!: string;
  @ApiProperty({ description: 'where streaming software finds it' }) path!: string;
  @ApiProperty({ description: 'what it holds now' }) text!: string;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
}
export class OutputAddressDto {
  @ApiProperty({ description: 'the path it is read at, with its secret key' }) path!: string;
}

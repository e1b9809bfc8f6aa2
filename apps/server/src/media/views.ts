import { ApiProperty } from '@nestjs/swagger';
import { MEDIA_KINDS, type MediaBody, type MediaKind } from '@gully/core/media';
import { IsIn, IsInt, IsNumber, IsString, MaxLength, Min } from 'class-validator';

export class MediaBodyDto implements MediaBody {
  @ApiProperty() @IsString() @MaxLength(200) name!: string;
  @ApiProperty({ enum: MEDIA_KINDS }) @IsIn(MEDIA_KINDS) kind!: MediaKind;
  @ApiProperty() @IsString() @MaxLength(80) file!: string;
  @ApiProperty() @IsInt() bytes!: number;
  @ApiProperty() @IsInt() width!: number;
  @ApiProperty() @IsInt() height!: number;
  @ApiProperty() @IsNumber() seconds!: number;
}
export class MediaChangeDto extends MediaBodyDto {
  @ApiProperty() @IsInt() @Min(1) version!: number;
}
export class MediaDto extends MediaBodyDto {
  @ApiProperty() id!: string;
  @ApiProperty() version!: number;
  @ApiProperty({ format: 'date-time' }) changedAt!: string;
  @ApiProperty({ description: 'true for what comes with Gully' }) shipped!: boolean;
  @ApiProperty({ description: 'where its content is found' }) url!: string;
  @ApiProperty({ description: 'true when its content was deleted or cut short by hand' }) missing!: boolean;
}

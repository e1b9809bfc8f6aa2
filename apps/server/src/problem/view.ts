import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';

/** application/problem+json, for the API’s description. */
export class ProblemView {
  @ApiProperty() type!: string;
  @ApiProperty() status!: number;
  @ApiProperty() title!: string;
  @ApiProperty() detail!: string;
  @ApiPropertyOptional({ type: 'object', additionalProperties: { type: 'string' } }) fields?: Record<
    string,
    string
  >;
  @ApiPropertyOptional({ type: 'object', additionalProperties: true }) current?: Record<string, unknown>;
}

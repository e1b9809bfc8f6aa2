import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import { ArrayMaxSize, ArrayUnique, IsArray, IsIn, IsInt, Matches, Max, Min } from 'class-validator';
import { MayBeMissing } from '../problem/index.js';

/** Someone one may be in the rehearsal. What is not given is taken from the viewer of that name, if there is one. */
export class Persona {
  @ApiProperty()
  @Matches(/^\S{1,50}$/u, { message: 'A viewer’s name is one word of at most 50 characters' })
  name!: string;
  @ApiProperty({ enum: ROLES, enumName: 'Role', isArray: true })
  @IsArray()
  @ArrayMaxSize(ROLES.length)
  @ArrayUnique()
  @IsIn(ROLES, { each: true })
  roles!: Role[];
  @ApiPropertyOptional({ minimum: 0, maximum: 100_000, description: 'hours watched' })
  @MayBeMissing()
  @IsInt()
  @Min(0)
  @Max(100_000)
  hours?: number;
  @ApiPropertyOptional({ minimum: 0, maximum: 1_000_000_000, description: 'units of the currency' })
  @MayBeMissing()
  @IsInt()
  @Min(0)
  @Max(1_000_000_000)
  balance?: number;
}

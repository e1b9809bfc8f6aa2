import { Controller, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { ROLES, type Role } from '@gully/core/chat';
import { Transform } from 'class-transformer';
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator';
import { ViewersService } from './viewers.service.js';

const toNumber = ({ value }: { value: unknown }): number => Number(value);

class ViewersQuery {
  @ApiProperty({ required: false, description: 'part of a name' })
  @IsOptional()
  @IsString()
  @MaxLength(100)
  search: string = '';

  @ApiProperty({ required: false, minimum: 1, maximum: 200, default: 100 })
  @IsOptional()
  @Transform(toNumber)
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 100;

  @ApiProperty({ required: false, minimum: 0, default: 0 })
  @IsOptional()
  @Transform(toNumber)
  @IsInt()
  @Min(0)
  @Max(10_000_000)
  offset: number = 0;
}

class ViewerDto {
  @ApiProperty() id!: string;
  @ApiProperty() name!: string;
  @ApiProperty({ enum: ROLES, enumName: 'Role' }) role!: Role;
  @ApiProperty({ format: 'date-time' }) firstSeen!: string;
  @ApiProperty({ format: 'date-time' }) lastSeen!: string;
  @ApiProperty() messages!: number;
}

class ViewersPageDto {
  @ApiProperty({ type: [ViewerDto] }) viewers!: ViewerDto[];
  @ApiProperty() total!: number;
}

@ApiTags('viewers')
@Controller('api/viewers')
export class ViewersController {
  constructor(private readonly viewers: ViewersService) {}

  @Get()
  @ApiOkResponse({ type: ViewersPageDto })
  async page(@Query() { search, limit, offset }: ViewersQuery): Promise<ViewersPageDto> {
    const { viewers, total } = await this.viewers.page(search.trim(), limit, offset);
    return {
      total,
      viewers: viewers.map(({ id, name, role, messages, firstSeen, lastSeen }) => ({
        id,
        name,
        role,
        messages,
        firstSeen: new Date(firstSeen).toISOString(),
        lastSeen: new Date(lastSeen).toISOString(),
      })),
    };
  }
}

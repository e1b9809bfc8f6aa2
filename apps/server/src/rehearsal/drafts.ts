import { ApiProperty, ApiPropertyOptional } from '@nestjs/swagger';
import type { World } from '@gully/core/channel';
import { DRAFT_KINDS, type DraftKind } from '@gully/core/things';
import { IsIn, IsObject, IsString, Length } from 'class-validator';
import type { AllThings } from '../things/index.js';
import { MayBeMissing } from '../problem/index.js';

/** A thing open in an editor, as it came in. */
export class DraftDto {
  @ApiProperty({ enum: DRAFT_KINDS, enumName: 'DraftKind' }) @IsIn(DRAFT_KINDS) kind!: DraftKind;
  @ApiPropertyOptional({ description: 'whose place it takes; left out for a new one' })
  @MayBeMissing()
  @IsString()
  @Length(1, 40)
  id?: string;
  @ApiProperty({ type: 'object', additionalProperties: true, description: 'as it would be saved' })
  @IsObject()
  body!: object;
}

/** A thing open in an editor, which a rehearsal takes as if it were saved. */
export interface Draft {
  readonly kind: DraftKind;
  readonly id: string;
  readonly body: unknown;
}

/** @throws Problem 422 for what could not be saved by its shape, by the place of the draft */
export async function readDrafts(given: readonly DraftDto[], things: AllThings): Promise<Draft[]> {
  return Promise.all(
    given.map(async ({ kind, id = `draft-${kind}`, body }, at) => ({
      kind,
      id,
      body: await things.draftable(kind).readDraft(body, `drafts.${String(at)}.body.`),
    })),
  );
}

/** The channel with drafts in force. */
export function withDrafts(world: World, drafts: readonly Draft[], things: AllThings): World {
  return drafts.reduce((under, { kind, id, body }) => things.draftable(kind).inForce(under, id, body), world);
}

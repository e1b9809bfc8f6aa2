import type { Action, FilterName, Overlap, PERSON_ACTS } from '@gully/core/guard';
import { Column, Entity, PrimaryColumn } from 'typeorm';

/** The tables as TypeORM sees them. Their definition is in the migrations. Times are UTC milliseconds. */

export const CATCH_STATES = ['none', 'waiting', 'done', 'failed'] as const;
/** What became of a consequence: there is none, it is still to be carried out, it was, or it could not be. */
export type CatchState = (typeof CATCH_STATES)[number];

export const LABELS = ['right', 'wrong', 'stricter'] as const;
/** What the streamer thinks of a catch. */
export type Label = (typeof LABELS)[number];

/** A message that was caught, or something people did to a viewer. */
@Entity('catches')
export class CatchRow {
  /** of the message that was caught */
  @PrimaryColumn('text') id!: string;
  @Column('integer') at!: number;
  @Column('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('text') name!: string;
  /** the name of who did it; null for the guard */
  @Column('text', { nullable: true }) by!: string | null;
  @Column('text') does!: Action | (typeof PERSON_ACTS)[number];
  /** of a timeout, or how far back was cleared */
  @Column('integer') seconds!: number;
  /** the message; of what people did, the reason they gave */
  @Column('text') text!: string;
  /** JSON: the marked parts */
  @Column('text') fragments!: string;
  @Column('text', { nullable: true }) filter!: FilterName | null;
  @Column('text') measure!: string;
  @Column('text') allowed!: string;
  /** of the ladder, from 1; 0 where it had no part in it */
  @Column('integer') step!: number;
  @Column('boolean') strike!: boolean;
  /** why nothing was done about it */
  @Column('text', { nullable: true }) spared!: string | null;
  /** it kept them from writing */
  @Column('boolean') silenced!: boolean;
  /** until when; null for good, or where it did not */
  @Column('integer', { nullable: true }) until!: number | null;
  /** how it was laid over a timeout that ran; null for what is older than that was kept */
  @Column('text', { nullable: true }) overlap!: Overlap | null;
  @Column('text') state!: CatchState;
  /** what is to be said of that, in words */
  @Column('text') note!: string;
  @Column('integer', { name: 'undone_at', nullable: true }) undoneAt!: number | null;
  @Column('text', { name: 'undone_by', nullable: true }) undoneBy!: string | null;
  @Column('text', { nullable: true }) label!: Label | null;
}

/** A ban mask that Gully set in the room, and until when. */
@Entity('silences')
export class SilenceRow {
  @PrimaryColumn('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('text') name!: string;
  @Column('text') mask!: string;
  /** null for good */
  @Column('integer', { nullable: true }) until!: number | null;
  /** letters of the modes they had in the room, which a kick takes */
  @Column('text') modes!: string;
}

/** Modes someone is given back when they come into the room again. */
@Entity('modes_to_restore')
export class ModesToRestoreRow {
  @PrimaryColumn('text') nick!: string;
  @Column('text') modes!: string;
  @Column('integer') at!: number;
}

/** Until when someone may post links. */
@Entity('graces')
export class GraceRow {
  @PrimaryColumn('text', { name: 'viewer_id' }) viewerId!: string;
  @Column('text') name!: string;
  @Column('integer') until!: number;
  @Column('text') by!: string;
}

/** What the streamer thinks of a line that a filter catches or does not. */
@Entity('guard_labels')
export class GuardLabelRow {
  @PrimaryColumn('text', { name: 'line_id' }) lineId!: string;
  @PrimaryColumn('text') filter!: FilterName;
  /** it is right that this filter catches it */
  @Column('boolean') right!: boolean;
  @Column('integer') at!: number;
}

@Entity('phrase_groups')
export class PhraseGroupRow {
  @PrimaryColumn('text') id!: string;
  @Column('text') name!: string;
  /** JSON of all a person wrote */
  @Column('text') body!: string;
  @Column('integer') version!: number;
  @Column('integer', { name: 'changed_at' }) changedAt!: number;
  @Column('integer', { name: 'deleted_at', nullable: true }) deletedAt!: number | null;
}

export const GUARD_ROWS = [
  CatchRow,
  PhraseGroupRow,
  SilenceRow,
  ModesToRestoreRow,
  GraceRow,
  GuardLabelRow,
] as const;

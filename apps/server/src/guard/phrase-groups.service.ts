import { Injectable } from '@nestjs/common';
import {
  BLANK_GROUP,
  GROUPS_LIMIT,
  phraseEntryFault,
  phraseGroupBody,
  phraseGroupFaults,
  type PhraseGroupBody,
} from '@gully/core/guard';
import type { Faults } from '@gully/core/routines';
import { In } from 'typeorm';
import { breather } from '../database/index.js';
import { ThingParts, Things, VERSIONS_KEPT, type CheckedAgainst } from '../things/index.js';
import { GuardSettingsService } from './guard-settings.js';
import { PhraseGroupsStore, readGroup, writeGroup, type StoredGroup } from './phrase-groups.store.js';
import { PhraseGroupBodyDto } from './phrase-views.js';
import { PhraseGroupRow } from './rows.js';

/** Each version is a copy of all phrases; of groups with more than these, fewer are kept. */
const LONG = 500;
const KEPT_OF_LONG = 5;

/** Makes, changes, removes and puts back groups of blocked phrases. */
@Injectable()
export class PhraseGroupsService extends Things<'phrase-group', StoredGroup> {
  constructor(parts: ThingParts, store: PhraseGroupsStore, settings: GuardSettingsService) {
    super(parts, {
      kind: 'phrase-group',
      most: GROUPS_LIMIT,
      bodyShape: PhraseGroupBodyDto,
      bodyOf: phraseGroupBody,
      made: (body, head) => ({ ...phraseGroupBody(body), ...head }),
      completed: (body) => phraseGroupBody({ ...BLANK_GROUP, ...body }),
      tidied,
      versionsKept: ({ entries }) => (entries.length > LONG ? KEPT_OF_LONG : VERSIONS_KEPT),
      faultsOf,
      inForce: (world, id, body) => {
        const groups = [...store.all().filter((each) => each.id !== id), body];
        const prepared = settings.prepare(settings.now().value, groups);
        return { ...world, guard: { ...world.guard, prepared } };
      },
      store: {
        all: () => store.all(),
        find: (id) => store.find(id),
        onDisk: async (ids) =>
          (await parts.database.read.findBy(PhraseGroupRow, { id: In([...ids]) })).map(readGroup),
        write: async (manager, groups) => {
          for (const group of groups) await writeGroup(manager, group);
        },
        put: (groups) => {
          store.put(groups);
        },
      },
    });
  }
}

function tidied(body: PhraseGroupBody): PhraseGroupBody {
  const entries = body.entries.map((entry) => ({ ...entry, text: entry.text.trim() }));
  return { ...body, name: body.name.trim(), entries: entries.filter(({ text }) => text !== '') };
}

async function faultsOf(group: StoredGroup, { others }: CheckedAgainst<StoredGroup>): Promise<Faults> {
  const faults: Faults = phraseGroupFaults({ ...group, entries: [] }, others());
  const pause = breather();
  for (const [at, entry] of group.entries.entries()) {
    await pause();
    const fault = phraseEntryFault(entry);
    if (fault !== undefined) faults[`entries.${String(at)}`] = fault;
  }
  return faults;
}

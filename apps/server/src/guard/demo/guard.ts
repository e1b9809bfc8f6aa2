import { begin, entryOf, type GuardSettings, type PhraseGroupBody } from '@gully/core/guard';

const usual = begin('usual');

/** The guard as the Lantern Hour has it: *usual*, with what a season taught. */
export const DEMO_GUARD: GuardSettings = {
  ...usual,
  filters: {
    ...usual.filters,
    links: {
      ...usual.filters.links,
      // Whoever has watched that long knows the rules.
      exemptRank: 'demo-deepwalker',
      settings: {
        which: 'any',
        allowed: ['maps.lanternhour.example', 'camp.lanternhour.example', 'clips.example/lanternhour'],
        blocked: ['ropes-4-u.example'],
      },
      message: 'please ask a moderator before you post a link.',
    },
    capitals: { ...usual.filters.capitals, exemptFrom: 'subscriber' },
    repetition: { ...usual.filters.repetition, message: 'once is enough, we read everything.' },
  },
  ladder: {
    steps: [
      { action: 'delete', seconds: 0 },
      { action: 'timeout', seconds: 60 },
      { action: 'timeout', seconds: 600 },
      { action: 'timeout', seconds: 1_200 },
    ],
    expires: 86_400,
  },
};

export const DEMO_GROUPS: readonly (PhraseGroupBody & { readonly id: string })[] = [
  {
    id: '01JDEM0GRDSPL0000000000001',
    name: 'Spoilers',
    enabled: true,
    consequence: { action: 'delete', seconds: 0 },
    entries: [
      entryOf('the sunken gate', { note: 'the end of Underledge' }),
      entryOf('lamplighter is the thief'),
      entryOf('secret door behind the organ'),
      entryOf('final boss is', { wholeWords: false }),
    ],
  },
  {
    id: '01JDEM0GRDSPL0000000000002',
    name: 'Sales talk',
    enabled: true,
    consequence: null,
    entries: [
      entryOf('cheap ropes'),
      entryOf('cheap helmets'),
      entryOf('free flint', { note: 'spaced out most of the time' }),
      entryOf('half the price'),
      entryOf('best price(s)? (in|of) town', { kind: 'pattern' }),
    ],
  },
];

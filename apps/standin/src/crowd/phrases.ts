/** What the crowd says, by kind. `{}` is another viewer, `#` a number. */
export const PHRASES = {
  greeting: [
    'evening all',
    'hello from the rim',
    'hey {}, good to see you below again',
    'made it, just in time for the descent',
    'first time here, hello',
    'good evening cavers',
    'back from supper, what did I miss',
    'hi {}',
  ],
  chatter: [
    'that flowstone looks like a boot',
    'it is a boot, look at the eyelets',
    'left passage draws air, I felt it on the last map',
    'the lake is behind that draught',
    'mind the step, it is loose',
    'rope is snug, ready when you are',
    'that echo is much longer than before',
    'my lamp would have died an hour ago',
    'I would have turned back at the letterbox',
    'the drawing from last Thursday is still on my wall',
    '# metres and not one dry sock',
    '{} called it, there is a second chamber',
    'the sump was lower last week I think',
    'wait, go back, there was a mark on the wall',
    'so quiet down there tonight',
    'a match and a good memory',
    'I like how the water sounds here',
    'that is the best pitch so far',
    'I counted # bats',
    'someone get the tape measure',
    'this is my favourite part of the cave',
    'take the low road, it opens up after the bend',
    'I lost my gloves in a place just like this',
    'the map is going to need another sheet',
  ],
  question: [
    'which way did we come in?',
    'is this the wet series or the dry one?',
    'how cold is the water?',
    'does anyone have the sketch from last time?',
    'when is the next map night?',
    'what is the knot called again?',
    'can you hear the river from there?',
    '{} were you there for the first push?',
    'how many turns are left before the hall?',
    'do we go for the lake tonight?',
  ],
  command: [
    '!map',
    '!kit',
    '!rules',
    '!question',
    '!quote',
    '!quote soup',
    '!lurk',
    '!rope',
    '!wet',
    '!passage Candle Crawl',
    '!hug {}',
    '!thursday',
    '!deph',
    '!lake',
    '!soup',
    '!flint',
    '!flint {}',
    '!give {} 5',
    '!give {}',
    '!bell',
    '!bell',
    '!rewards',
    '!key',
    '!join',
    '!queue',
    '!place',
    '!here',
    '!toss 10',
    '!toss 5',
    '!reels',
    '!reels 10',
    '!descent 10',
    '!wheel',
    '!duel {} 5',
  ],
  emote: [
    '🕯️',
    '🦇🦇🦇',
    '🪨',
    '💧💧',
    '🔦 🔦',
    '🧗',
    '👏👏👏',
    '🗺️',
    'lampUp',
    'batWave batWave',
    'wetBoot lampUp',
  ],
  spam: [
    'ropes 80% off ropes-4-u.example',
    'CHEAP HELMETS CHEAP HELMETS CHEAP HELMETS',
    'see my channel at other-cave.example/live',
    'f r e e   f l i n t   at   free-flint.example',
    'aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa',
    'LOOK AT ME NOW EVERYBODY LOOK HERE',
    'best ropes: ropes (dot) example (slash) sale',
    '▓▒░▓▒░▓▒░▓▒░▓▒░▓▒░ ropes ▓▒░▓▒░▓▒░▓▒░▓▒░▓▒░',
    '🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢🪢',
    `so this is how it is: ${'ropes, helmets, lamps and boots at half the price of anybody else, and '.repeat(5)}more`,
  ],
  // Good viewers who overdo it, or post what they should ask about first.
  eager: [
    'OH NO MIND THE STEP MIND THE STEP',
    'THAT IS THE LAKE I KNEW IT',
    'my sketch of the hall is at surveys.example/hall/#',
    'the old survey: https://surveys.example/wet-series',
    'the clip is here clips.example/lanternhour/#',
    '🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇🦇',
  ],
  // Said again and again by one, and by many at once.
  flood: ['ropes ropes cheap ropes here', 'come and see my cave now', 'free flint for everyone now'],
  wave: [
    'raise your lamps for the lantern hour everyone now',
    'we are the wet boots and we will not be dry tonight',
  ],
} as const satisfies Record<string, readonly string[]>;

export type PhraseKind = keyof typeof PHRASES;

/** Parts in a hundred of each kind. */
export const MIXTURE: readonly (readonly [PhraseKind, number])[] = [
  ['chatter', 56],
  ['question', 13],
  ['command', 13],
  ['greeting', 8],
  ['emote', 6],
  ['eager', 1],
  ['spam', 3],
];

/** Regulars, who are always there first, with their roles on the platform. */
export const REGULARS: readonly (readonly [name: string, roles: readonly string[]])[] = [
  ['brackenfold', ['moderator', 'subscriber', 'follower']],
  ['mossmoth', ['moderator', 'follower']],
  ['quillrush', ['vip', 'subscriber', 'follower']],
  ['pebblewren', ['subscriber', 'follower']],
  ['oxbowkid', ['follower']],
  ['tallowfen', ['follower']],
  ['siltlark', ['subscriber', 'follower']],
  ['drip_count', ['subscriber', 'follower']],
  ['karstveil', ['subscriber', 'follower']],
  ['fernhatch', []],
  ['lowceiling', ['follower']],
  ['gritandgo', ['follower']],
  ['nettlecap', ['subscriber', 'follower']],
  ['saltspar', ['follower']],
  ['thirdrope', ['subscriber', 'follower']],
  ['vadosevic', ['follower']],
  ['hollowbee', ['follower']],
  ['chalkmoth', ['subscriber', 'follower']],
  ['duskmantle', ['follower']],
];

export const SPAMMER = 'cheap_ropes_4u';
/** Others of his kind, who come once and seldom again. */
export const SPAMMERS = [SPAMMER, SPAMMER, 'free_flint_now', 'helmet_deals_7', 'rope_sale_2047'] as const;

const FIRST = [
  'silt',
  'karst',
  'drip',
  'fern',
  'moss',
  'salt',
  'dusk',
  'ember',
  'flint',
  'chalk',
  'reed',
  'loam',
  'pitch',
  'sump',
  'brook',
  'ash',
];
const SECOND = [
  'lark',
  'moth',
  'hatch',
  'wren',
  'spar',
  'veil',
  'bee',
  'cap',
  'stone',
  'rush',
  'fold',
  'light',
  'drop',
  'tail',
  'bell',
  'fox',
];

/** The name of the n-th viewer of the crowd, from 0. All differ. */
export function crowdName(n: number): string {
  const regular = REGULARS[n];
  if (regular !== undefined) return regular[0];
  const rest = n - REGULARS.length;
  const pairs = FIRST.length * SECOND.length;
  const spread = (rest * 97) % pairs;
  const name = `${FIRST[spread % FIRST.length] ?? ''}${SECOND[Math.floor(spread / FIRST.length)] ?? ''}`;
  // The parts make some regulars' names too; theirs are taken.
  const round = Math.floor(rest / pairs) + (REGULARS.some(([taken]) => taken === name) ? 100 : 1);
  return round === 1 ? name : `${name}_${String(round)}`;
}

import type { CommandBody } from '@gully/core/commands';

type Given = Pick<CommandBody, 'name' | 'text'> & Partial<CommandBody>;

/** The commands of the demo's channel. `season` is how often each was used before the evenings that are played. */
export const DEMO_COMMANDS: readonly (Given & { readonly season: number })[] = [
  {
    name: 'map',
    aliases: ['survey'],
    season: 1_204,
    text: '{{ viewer.name }}, the survey so far: maps.lanternhour.example/wet-series',
  },
  {
    name: 'kit',
    season: 611,
    text: 'Odalys carries a 9 mm rope, two lamps, a brass compass, wet-proof paper and one soup.',
  },
  {
    name: 'rules',
    aliases: ['roperules'],
    season: 388,
    text: 'Rope rules: check your knots, speak kindly, no links without asking, and never spoil a passage.',
  },
  {
    name: 'lurk',
    season: 942,
    text: '{{ viewer.name }} sits down by the fire and listens.',
    viewerCooldown: 600,
  },
  {
    name: 'question',
    season: 507,
    text: 'Campfire question: what is the smallest light you would trust with the way home?',
    cooldown: 60,
  },
  {
    name: 'rope',
    aliases: ['knot'],
    season: 233,
    text: 'Tonight’s knot is the alpine butterfly. It holds from three sides and forgives wet hands.',
  },
  {
    name: 'wet',
    aliases: ['boots'],
    season: 318,
    text: 'Wet boots so far this season: {{ command.uses }}. {{ viewer.name }} saw this one.',
    cooldown: 20,
  },
  {
    name: 'thursday',
    aliases: ['mapnight'],
    season: 276,
    text: 'Map night is every Thursday at 20:00. Bring a pencil, we draw what we found.',
  },
  {
    name: 'hug',
    season: 455,
    text: '{{ viewer.name }} hugs {% if input.all == "" %}everybody on the rope{% else %}{{ input.all }}{% endif %}.',
  },
  {
    name: 'lake',
    season: 97,
    text: 'The lake behind the draught: nobody has stood at it yet. {{ command.uses }} have asked.',
    cooldown: 30,
  },
  {
    name: 'first',
    season: 64,
    text: 'First time below? Welcome, {{ viewer.name }}. Say !map to see where we are.',
    viewerCooldown: 3_600,
  },
  {
    name: 'lamp',
    season: 121,
    text: 'Carbide smells, electric fails, candles are honest. {{ viewer.name }} is number {{ command.uses }} to argue about it.',
  },
  {
    name: 'draw',
    season: 83,
    text: 'Drawings of the cave go to post.lanternhour.example. The best hang in the hall on Thursday.',
  },
  {
    name: 'underledge',
    aliases: ['game'],
    season: 149,
    text: 'Underledge is four cavers on one rope. If one slips, all feel it.',
  },
  { name: 'dash', season: 58, text: 'Dripstone Dash: three laps, no brakes, mind the stalagmites.' },
  {
    name: 'soup',
    season: 71,
    enabled: false,
    text: 'Tonight’s supper is leek and barley. It is always leek and barley.',
  },
  {
    name: 'shout',
    season: 22,
    lowestRole: 'moderator',
    text: 'Go and see {{ input.all }} too, they found the north entrance with us.',
    cooldown: 0,
    viewerCooldown: 0,
  },
  {
    name: 'backstage',
    season: 31,
    lowestRole: 'subscriber',
    text: '{{ viewer.name }}, the rope-side recordings are at club.lanternhour.example',
  },
  {
    name: 'still',
    season: 12,
    lowestRole: 'moderator',
    text: 'Quiet on the rope, please. We listen for water.',
    cooldown: 60,
    viewerCooldown: 0,
  },
];

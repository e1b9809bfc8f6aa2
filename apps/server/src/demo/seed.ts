import type { Evening } from '../seeding/index.js';
import { SeasonChannel } from './season-channel.js';
import { Season } from './season.js';

const DAY = 86_400_000;
const MINUTE = 60_000;

/** Days ago of evenings from before the bot: of them there is only what was written. */
const EARLIER = [56, 49, 42, 35];

/** Past evenings, and the one that is live. */
function evenings(now: number): Evening[] {
  return [
    ...EARLIER.map((days) => ({
      began: now - days * DAY,
      minutes: 180,
      rate: 27,
      category: 'Underledge',
      bare: true,
    })),
    { began: now - 21 * DAY, minutes: 150, rate: 6, category: 'Underledge' },
    { began: now - 14 * DAY, minutes: 165, rate: 7, category: 'Dripstone Dash' },
    { began: now - 7 * DAY, minutes: 140, rate: 8, category: 'Map drawing' },
    { began: now - 3 * DAY, minutes: 120, rate: 8, category: 'Underledge' },
    { began: now - 34 * MINUTE, minutes: 34, rate: 20, category: 'Underledge' },
  ];
}

/**
 * The demo's season: everything that happened was decided by the same code that decides it live.
 *
 * @param board where the demo's board takes posts
 */
export function playSeason(now: number, seed: number, board: string): Season {
  const season = new Season(new SeasonChannel({ now, seed, evenings: evenings(now), board }), seed);
  season.playAll();
  return season;
}

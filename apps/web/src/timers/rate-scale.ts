/** Lines a minute at the right end of the slider. */
const BUSIEST = 240;

/** Lines a minute at a place from 0 to 100: silent at the left, then ever larger steps. */
export function rateAt(place: number): number {
  const rate = (BUSIEST + 1) ** (place / 100) - 1;
  return rate < 5 ? Math.round(rate * 10) / 10 : rate < 20 ? Math.round(rate * 2) / 2 : Math.round(rate);
}

/** The place of a rate on the slider. */
export function placeOf(rate: number): number {
  return Math.round((100 * Math.log(Math.min(rate, BUSIEST) + 1)) / Math.log(BUSIEST + 1));
}

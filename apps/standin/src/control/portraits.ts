/** Colours of the made-up pictures people have set for themselves. */
const COLOURS = ['#97401f', '#48652a', '#1d5f70', '#8a5a00', '#9c2130', '#566259'];

/** Of so many people, one has never set a picture. */
const WITHOUT = 3;

/**
 * The picture someone set for themselves, as SVG: a helmet with a lamp in a colour of theirs. Not
 * everyone has one.
 */
export function portraitOf(name: string): string | undefined {
  const sum = [...new TextEncoder().encode(name.toLowerCase())].reduce((all, each) => all + each, 0);
  if (sum % WITHOUT === 0) return undefined;
  const colour = COLOURS[sum % COLOURS.length] ?? '#97401f';
  return `<svg xmlns="http://www.w3.org/2000/svg" width="256" height="256" viewBox="0 0 256 256"><rect width="256" height="256" fill="${colour}"/><circle cx="128" cy="150" r="70" fill="#f3efe6"/><path d="M48 142a80 80 0 0 1 160 0z" fill="#20302c"/><path d="M40 142h176v14H40z" fill="#121715"/><circle cx="128" cy="104" r="${String(16 + (sum % 10))}" fill="#ffdf9a"/></svg>`;
}

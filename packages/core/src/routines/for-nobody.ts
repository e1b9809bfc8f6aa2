import { occasionFor } from '../area/index.js';
import type { Occasion, World } from '../channel/index.js';
import { parseText, renderText } from '../text/index.js';
import { strangerFacts } from '../viewers/index.js';
import { knownValues, textValues } from './values.js';

/**
 * Renders texts that are shown or written for nobody in particular; what is asked of a viewer is empty.
 * The values are made once for all of them, and only when one is rendered.
 *
 * @param at UTC milliseconds
 */
export function textsForNobody(world: World, at: number): (source: string) => string {
  let scope: Parameters<typeof renderText>[1] | undefined;
  return (source) => {
    const parsed = parseText(source);
    if ('fault' in parsed) return '';
    scope ??= {
      values: textValues(nobodyAt(at), world),
      known: knownValues([], world),
      chance: world.chance,
      now: at,
    };
    return renderText(parsed.text, scope).text;
  };
}

function nobodyAt(at: number): Occasion {
  return occasionFor({ cause: '', by: 'no one', title: '', viewer: strangerFacts('', '', [], at), at });
}

import { atMost, type Filter } from '../filter.js';
import { foldInvisible } from '../folding.js';
import { backwards, disguisedIn, mayBeBackwards } from '../disguised.js';
import { addressesIn, isOf, readDomain, type DomainRule, type Found } from '../hosts.js';
import type { Reading } from '../reading.js';

export interface LinksSettings {
  /** `any`: every link that is not allowed; `blocked`: only links to blocked domains */
  readonly which: 'any' | 'blocked';
  /** domains, with all below them; with a path, what begins with that */
  readonly allowed: readonly string[];
  readonly blocked: readonly string[];
}

/** Domains at most, of each kind. */
const DOMAINS_LIMIT = 2_000;

/** Links, however they are written; allowed and blocked domains with those below them. A blocked one is never allowed. */
export const LINKS: Filter<LinksSettings> = {
  name: 'links',
  title: 'Links',
  ofText: true,
  blank: { which: 'any', allowed: [], blocked: [] },
  faults({ allowed, blocked }) {
    const faults: Record<string, string> = {};
    for (const [name, domains] of Object.entries({ allowed, blocked })) {
      if (domains.length > DOMAINS_LIMIT)
        faults[name] = `At most ${DOMAINS_LIMIT.toLocaleString('en')} domains`;
      for (const [at, domain] of domains.entries())
        if (readDomain(domain) === undefined) faults[`${name}.${String(at)}`] = `${domain} is not a domain`;
    }
    for (const [at, domain] of allowed.entries()) {
      const rule = readDomain(domain);
      if (
        rule !== undefined &&
        rulesOf(blocked).some(({ host, path }) => host === rule.host && path === rule.path)
      )
        faults[`allowed.${String(at)}`] = `${domain} is blocked as well; it stays blocked`;
    }
    return faults;
  },
  prepare({ which, allowed, blocked }) {
    const [good, bad] = [rulesOf(allowed), rulesOf(blocked)];
    return {
      measure(reading) {
        const all = addressesOf(reading);
        const caught = all.filter((link) => {
          if (bad.some((rule) => isOf(link, rule))) return true;
          return which === 'any' && !good.some((rule) => isOf(link, rule));
        });
        const hosts = [...new Set(caught.map(({ host }) => host))].join(', ');
        const spared = all.length - caught.length;
        return atMost(
          caught.length,
          0,
          {
            measure: caught.length > 0 ? hosts : spared > 0 ? `${String(spared)} allowed` : 'no link',
            allowed: which === 'any' ? 'only allowed domains' : 'no blocked domain',
          },
          caught.map(({ from, to }) => ({ from, to })),
        );
      },
    };
  },
};

/** As what its letters are taken for, and as they are: there are names in every script. */
export function addressesOf({ text, folds }: Reading): Found[] {
  const found: Found[] = [];
  const add = (more: readonly Found[]): void => {
    found.push(...more.filter((each) => !found.some(({ from, to }) => each.from < to && from < each.to)));
  };
  for (const folded of folds) {
    add(addressesIn(folded));
    add(disguisedIn(folded));
  }
  if (mayBeBackwards(text)) for (const folded of folds) add(addressesIn(backwards(folded)));
  // oxlint-disable-next-line no-control-regex -- whether all of it is ASCII
  if (/^[\x00-\x7f]*$/u.test(text)) return found;
  add(addressesIn(foldInvisible(text)));
  return found.sort((a, b) => a.from - b.from);
}

function rulesOf(domains: readonly string[]): DomainRule[] {
  return domains.flatMap((domain) => readDomain(domain) ?? []);
}

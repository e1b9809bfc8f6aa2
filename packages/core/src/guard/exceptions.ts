import { addressesOf } from './filters/links.js';
import { readDomain } from './hosts.js';
import { Reading } from './reading.js';
import { filterOf, type FilterName } from './registry.js';
import type { GuardSettings } from './settings.js';
import type { Catch } from './view.js';

/** A change of settings after which a message like one that was caught is not caught any more. */
export interface Exception {
  readonly kind: 'domain' | 'phrase' | 'viewer';
  /** what is let through from then on, in words */
  readonly words: string;
  readonly settings: GuardSettings;
}

type Caught = Pick<Catch, 'filter' | 'text' | 'fragments' | 'viewer' | 'name'>;

/** Exceptions for a catch, the narrowest first. */
export function exceptionsFor(caught: Caught, settings: GuardSettings): Exception[] {
  const offered: Exception[] = [];
  if (caught.filter === 'links') offered.push(...domainsOf(caught, settings));
  if (caught.filter === 'phrases') offered.push(...phrasesOf(caught, settings));
  const rule = settings.filters[caught.filter];
  const { viewer, name } = caught;
  const exempt = [...rule.exempt.filter((each) => each.viewer !== viewer), { viewer, name }];
  offered.push({
    kind: 'viewer',
    words: `anything ${name} writes, for ${filterOf(caught.filter).title.toLowerCase()}`,
    settings: withRule(settings, caught.filter, { exempt }),
  });
  return offered;
}

function domainsOf({ text, fragments, viewer }: Caught, settings: GuardSettings): Exception[] {
  const { settings: links } = settings.filters.links;
  const found = new Set<string>();
  const reading = new Reading({ id: '', viewer, text, at: 0, emotes: [], names: [] });
  for (const { from, to, host, path: behind } of addressesOf(reading)) {
    if (!fragments.some((each) => each.from < to && from < each.to)) continue;
    const [path = ''] = `${host}${behind}`.replace(/\/+$/u, '').split(/[?#]/u, 1);
    // With its path it lets through less than the domain with all of its pages.
    for (const each of [path, path.split('/', 1)[0] ?? ''])
      if (readDomain(each) !== undefined) found.add(each);
  }
  return [...found]
    .sort((a, b) => Number(b.includes('/')) - Number(a.includes('/')))
    .filter((each) => !links.allowed.includes(each))
    .map((domain) => ({
      kind: 'domain',
      words: `links to ${domain}`,
      settings: withRule(settings, 'links', {
        settings: {
          ...links,
          allowed: [...links.allowed, domain],
          blocked: links.blocked.filter((each) => each !== domain),
        },
      }),
    }));
}

function phrasesOf({ text, fragments }: Caught, settings: GuardSettings): Exception[] {
  const { settings: phrases } = settings.filters.phrases;
  const words = new Set(fragments.map((each) => wholeWords(text, each)));
  return [...words]
    .filter((each) => each !== '' && !phrases.exceptions.includes(each))
    .map((words) => ({
      kind: 'phrase',
      words: `“${words}”`,
      settings: withRule(settings, 'phrases', {
        settings: { ...phrases, exceptions: [...phrases.exceptions, words] },
      }),
    }));
}

/** A part of a text with all of the words it lies in. */
function wholeWords(text: string, { from, to }: Catch['fragments'][number]): string {
  const before = /\S*$/u.exec(text.slice(0, from))?.[0].length ?? 0;
  const after = /^\S*/u.exec(text.slice(to))?.[0].length ?? 0;
  return text
    .slice(from - before, to + after)
    .trim()
    .replace(/^\p{P}+|\p{P}+$/gu, '');
}

function withRule(settings: GuardSettings, name: FilterName, change: object): GuardSettings {
  const filters = { ...settings.filters, [name]: { ...settings.filters[name], ...change } };
  return { ...settings, filters };
}

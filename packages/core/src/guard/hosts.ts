import { parse } from 'tldts';
import type { Folded, Fragment } from './folding.js';

/** An address in a message. */
export interface Found extends Fragment {
  /** in lower case, without a leading `www.`: `shop.ropes.example` */
  readonly host: string;
  /** what follows the host: `/a/b?c`; empty for nothing */
  readonly path: string;
}

/** Endings that are names of files more often than of sites, and words that often follow a full stop. */
const DOUBTFUL = new Set(
  'md py rs sh pl ps zip mov so it me is in to no my dot at be us do am as by and not you'.split(' '),
);
// Spaces are bounded throughout: a message of nothing else would be walked through again from each of them.
const LABEL = String.raw`[\p{L}\p{N}](?:[\p{L}\p{N}_-]{0,61}[\p{L}\p{N}])?`;
/** A dot as it is, or written so that a machine should not see it. */
const PLAIN_DOT = String.raw`[.\u3002\uff0e\uff61]`;
const HIDDEN_DOT = String.raw`\s{0,5}(?:\((?:dot|\.)\)|\[(?:dot|\.)\]|\{(?:dot|\.)\})\s{0,5}|\s{1,5}(?:dot|\.)\s{1,5}`;
const PATH = String.raw`(?:[/?#][^\s]*)?`;
const PORT = String.raw`(?::\d{2,5})?`;
const SCHEME = String.raw`(?:(?:h[tx]{2}ps?|ftp)\s{0,5}:\s{0,5}/\s{0,5}/\s{0,5}|www${PLAIN_DOT})`;
const ADDRESS = new RegExp(
  String.raw`(?<scheme>${SCHEME})?(?<host>${LABEL}(?:(?:${PLAIN_DOT}|${HIDDEN_DOT})${LABEL})+|(?<=//\s{0,5})${LABEL})${PORT}(?<path>${PATH})(?![\p{L}\p{N}_(])`,
  'giu',
);
/** Most messages have nothing of an address, and are not looked through for one. */
const MAY_HAVE = new RegExp(String.raw`${PLAIN_DOT}|dot|\/\s{0,5}\/`, 'iu');
const ANY_DOT = new RegExp(`${HIDDEN_DOT}|${PLAIN_DOT}`, 'giu');
const IS_HIDDEN = new RegExp(HIDDEN_DOT, 'iu');

/** Addresses in a message, in whatever way they are written. */
export function addressesIn(folded: Folded): Found[] {
  const found: Found[] = [];
  if (!MAY_HAVE.test(folded.text)) return found;
  for (const match of folded.text.matchAll(ADDRESS)) {
    const { scheme, host = '', path = '' } = match.groups ?? {};
    const name = host.replace(ANY_DOT, '.').replace(/^www\./u, '');
    const hidden = IS_HIDDEN.test(host);
    if (!isAddress(name, scheme !== undefined, path !== '', hidden)) continue;
    const { from, to } = folded.at(match.index, match.index + match[0].length);
    found.push({ host: name, path, from, to });
  }
  return found;
}

function isAddress(host: string, hasScheme: boolean, hasPath: boolean, hidden: boolean): boolean {
  if (hasScheme) return true;
  const { domain, publicSuffix } = parse(host, { allowPrivateDomains: true });
  if (domain === null || publicSuffix === null || !isAddressName(host)) return false;
  if (/^\d+$/u.test(domain.slice(0, -publicSuffix.length - 1)) && !hasPath) return false;
  const last = publicSuffix.split('.').at(-1) ?? '';
  return (
    hasPath || !DOUBTFUL.has(last) || (!hidden && host.split('.').length > publicSuffix.split('.').length + 1)
  );
}

/** Whether a host is the name of a site, by an ending there is. */
export function isAddressName(host: string): boolean {
  const { domain, publicSuffix, isIcann, isPrivate } = parse(host, { allowPrivateDomains: true });
  if (domain === null || publicSuffix === null) return false;
  // Reserved for examples (RFC 2606), and so for the demo and for tests.
  return isIcann === true || isPrivate === true || publicSuffix === 'example';
}

/** A domain that is allowed or blocked, with all below it; with a path, only what begins with that. */
export interface DomainRule {
  readonly host: string;
  readonly path: string;
}

/** Reads `ropes.example`, `https://clips.example/lanternhour` or `*.ropes.example`. @returns undefined for no domain */
export function readDomain(text: string): DomainRule | undefined {
  const match = /^(?:https?:\/\/)?(?:\*\.|www\.)?([^\s/?#:]+)(?::\d+)?([/?#]\S*)?$/iu.exec(text.trim());
  const host = parse(match?.[1]?.toLowerCase() ?? '').hostname ?? '';
  if (!host.includes('.') || !/^[\p{L}\p{N}._-]+$/u.test(host)) return undefined;
  return { host, path: (match?.[2] ?? '').replace(/\/+$/u, '') };
}

/** Whether an address is of a domain, or of one below it. */
export function isOf({ host, path }: Found, rule: DomainRule): boolean {
  const known = host === rule.host || host.endsWith(`.${rule.host}`);
  if (!known || rule.path === '') return known;
  const rest = path.slice(rule.path.length);
  return path.toLowerCase().startsWith(rule.path.toLowerCase()) && (rest === '' || /^[/?#]/u.test(rest));
}

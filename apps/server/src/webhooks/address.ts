import { lookup } from 'node:dns';
import { isIP, type LookupFunction } from 'node:net';
import ipaddr from 'ipaddr.js';

/**
 * Whether an IP address is anything but one for everyone: on this machine, in a network of its
 * own, kept for other uses, or an IPv4 address in the clothes of another kind.
 */
export function isPrivate(address: string): boolean {
  return !ipaddr.isValid(address) || ipaddr.process(address).range() !== 'unicast';
}

/** Whether a host, with or without its port, was allowed by name in the configuration. */
export function isAllowed(url: URL, allowed: readonly string[]): boolean {
  return allowed.includes(url.host.toLowerCase()) || allowed.includes(url.hostname.toLowerCase());
}

/**
 * What is wrong with where a webhook leads, or undefined. Names are looked at when they
 * are resolved, see `publicLookup`; here only what can be told from the address itself.
 */
export function addressFault(address: string, allowed: readonly string[]): string | undefined {
  if (!URL.canParse(address)) return 'Give a whole address, such as https://board.example/hooks/1';
  const url = new URL(address);
  if (url.protocol !== 'https:' && url.protocol !== 'http:')
    return 'The address begins with https:// or http://';
  if (url.username !== '' || url.password !== '')
    return 'Leave name and password out of the address; use a secret';
  if (isAllowed(url, allowed)) return undefined;
  const host = url.hostname.replace(/^\[|\]$/gu, '');
  const isLocal =
    host === 'localhost' || host.endsWith('.localhost') || (isIP(host) !== 0 && isPrivate(host));
  return isLocal
    ? `${url.host} is on this machine or its network; to allow it, name it in GULLY_WEBHOOK_ALLOW`
    : undefined;
}

/** Resolves a name, and refuses it when any of its addresses is private: what was checked is what is connected to. */
export const publicLookup: LookupFunction = (hostname, options, callback) => {
  lookup(hostname, { ...options, all: true }, (error, addresses) => {
    if (error !== null) {
      callback(error, '', 4);
      return;
    }
    const [first] = addresses;
    if (first === undefined) callback(new Error('it has no address'), '', 4);
    else if (addresses.some(({ address }) => isPrivate(address)))
      callback(new Error('it leads to this machine or its network, which is not allowed'), '', 4);
    else if (options.all === true) callback(null, addresses);
    else callback(null, first.address, first.family);
  });
};

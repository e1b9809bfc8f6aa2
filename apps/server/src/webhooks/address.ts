import { BlockList, isIP } from 'node:net';
import { lookup } from 'node:dns';
import type { LookupFunction } from 'node:net';

/** Addresses that are not for everybody: this machine, its network, and what is kept for other uses. */
const PRIVATE = new BlockList();
for (const [network, prefix] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 3],
] as const)
  PRIVATE.addSubnet(network, prefix, 'ipv4');
for (const [network, prefix] of [
  ['::', 128],
  ['::1', 128],
  ['64:ff9b::', 96],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
] as const)
  PRIVATE.addSubnet(network, prefix, 'ipv6');

/** Whether an IP address is on this machine or in a network of its own. */
export function isPrivate(address: string): boolean {
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/iu.exec(address)?.[1];
  if (mapped !== undefined) return PRIVATE.check(mapped, 'ipv4');
  // An IPv4 address in hexadecimal clothes.
  if (/^::ffff:/iu.test(address)) return true;
  const family = isIP(address);
  return family === 0 || PRIVATE.check(address, family === 4 ? 'ipv4' : 'ipv6');
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

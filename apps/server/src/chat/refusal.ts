import { foldNick } from '@gully/core/viewers';

/**
 * Why the server does not let one into a channel, where it says so by a numeric the client
 * library has no name for: 403, no such channel, and what servers have added since.
 */
export function refusalOf(
  { command, params }: { readonly command: string; readonly params: readonly string[] },
  channel: string,
): string | undefined {
  const isError = /^4\d\d$/u.test(command);
  const about = params.slice(0, -1).some((param) => foldNick(param) === foldNick(channel));
  return isError && about ? params.at(-1) : undefined;
}

/**
 * IRC case folding as RFC 1459 has it: ASCII letters, and `[]\^` fold to `{}|~`.
 * Other scripts are left as they are, as servers do.
 */
export function foldNick(nick: string): string {
  // Asked several times for each line of chat; most nicks are folded already.
  if (!/[A-Z[\]\\^]/.test(nick)) return nick;
  return nick.replace(/[A-Z[\]\\^]/g, (letter) => String.fromCharCode(letter.charCodeAt(0) + 32));
}

/**
 * A viewer's identity on a connection: the account the server vouches for, else the
 * folded nick. The two cannot be mistaken for each other, since someone without an
 * account may carry a nick that is another's account.
 */
export function viewerKey(nick: string, account: string | undefined): string {
  return account === undefined || account === '' || account === '*'
    ? `nick:${foldNick(nick)}`
    : `account:${foldNick(account)}`;
}

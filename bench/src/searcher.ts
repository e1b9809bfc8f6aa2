/**
 * Someone who types names into the Viewers page on and on, a letter every 50 ms, which is quicker than anybody
 * does; each is searched for as soon as the one before was answered.
 */
const WORD = 'pebblewren7';
const LETTER_MS = 50;
const [, , address = ''] = process.argv;
process.stdout.write('ready\n');
for (let n = 0; ; n += 1) {
  const letter = new Promise((resolve) => setTimeout(resolve, LETTER_MS));
  await (await fetch(`${address}${WORD.slice(0, 1 + (n % WORD.length))}`)).text();
  await letter;
}

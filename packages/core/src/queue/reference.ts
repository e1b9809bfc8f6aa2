import { valuesUnder } from '../area/index.js';

/** The values of texts, as the reference shows them. */
export const QUEUE_VALUES = valuesUnder('The queue', [
  ['queue.name', 'the queue of the current category, else the default one'],
  ['queue.open', 'true while people may join'],
  ['queue.waiting', 'how many are waiting'],
  [
    'queue.place',
    'the place of the viewer named, else of the one who typed it; empty for someone not waiting',
    'position',
    'number in line',
  ],
  ['queue.wait', 'how long that takes, in words: about 25 to 40 min', 'estimate', 'how long', 'eta'],
  ['queue.next', 'who is called next'],
  ['queue.list', 'the first five who wait, and how many more', 'line', 'lobby', 'who waits'],
  ['queue.called', 'who is being called'],
  ['queue.playing', 'who is playing'],
  ['queue.turns', 'how many turns they have had in this stream'],
  ['queue.seconds', 'seconds they have left to answer their call'],
  ['queue.join', 'the command people join with'],
  ['queue.here', 'the command people answer a call with'],
  ['queue.handle_name', 'what a name in this game is called, such as rope ID'],
  ['queue.own_handle', 'your own name in this game'],
  ['queue.while_off', 'true when a call ran out while Gully was off'],
]);

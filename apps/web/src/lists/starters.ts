/** Lists to begin from. */
export const LIST_STARTERS: readonly {
  readonly name: string;
  readonly what: string;
  readonly text: string;
}[] = [
  {
    name: 'Campfire questions',
    what: 'for a question now and then',
    text: 'Would you rather know the depth or the way?\nWhich knot do you tie when nobody is looking?\nWhat would you name a room that is only wind?\nLeft or right, without knowing more?',
  },
  {
    name: 'Passage names',
    what: 'names to give away',
    text: 'The Long Yawn\nTallow Stairs\nSecond Breakfast\nThe Listening Room',
  },
  {
    name: 'Oracle answers',
    what: 'answers to any question',
    text: 'The water says yes.\nNot before the soup.\nAsk again at the next ledge.\nThe rope knows, and keeps quiet.',
  },
];

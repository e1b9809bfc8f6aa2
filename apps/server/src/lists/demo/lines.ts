/** The demo's lists. */
export const CAMPFIRE = { id: 'DEMOLIST000000000000000001', name: 'Campfire questions' };
export const PASSAGES = { id: 'DEMOLIST000000000000000002', name: 'Passage names' };
export const KEYS = { id: 'DEMOLIST000000000000000004', name: 'Map pack keys' };
export const QUOTES = { id: 'DEMOLIST000000000000000003', name: 'Quotes' };

const QUESTIONS = `What is the smallest light you would trust with the way home?
Which sound underground would make you turn round?
Who on the rope carries the soup, and why is it always them?
Would you rather know the depth or the way?
What would you write on the last wall you reach?
If the passage could answer one question, which?
Which knot do you tie when nobody is looking?
What is the worst thing to hear from the person in front?
What would you name a room that is only wind?
Candle, carbide or electric, and who taught you so?
What have you carried out of a cave that was not yours to keep?
How long could you sit in the dark before you sang?
Which fear have you left at an entrance, and was it there when you came back?
What would you cook at the deepest point, with one pot?
Which map have you drawn that turned out to be wrong?
Who would you want to hold the other end of the rope?
What is the oldest thing you have touched?
Would you sleep a night down there for a story nobody believes?
What does the inside of a mountain smell of?
Which tool do you carry that you never used?
What is the best excuse for turning back?
If stones kept a diary, what would today's page say?
Which rule of yours would a stranger not understand?
What would you leave behind for those who come in a hundred years?
Left or right, without knowing more?
Which song keeps the pace on a long crawl?
What did you learn from getting lost?
How small a gap is too small?
What would you do with an hour in which nobody could reach you?
Which of your boots has seen more?
What do you whisper to a rope before you trust it?
What is worth getting wet for?
Which colour would you paint a lake that has none?
What would the bats say of us?
Who taught you to wait?
What is the first thing you do back in daylight?
If you could take one sense down and leave the others, which?
What is the longest you have carried something for someone?
Which place on the surface feels most like a cave?
What would you trade your last dry sock for?
How would you explain darkness to someone who never had any?
Which mistake do you make every single time?
What is the kindest thing anybody did for you on a rope?
If the water rose, what would you save first?
What would you call your own small cave?
Which story do you tell when the lamp goes out?
How do you know when it is enough?
What did you believe about caves as a child?
Would you rather draw the map or find the lake?
What makes a good silence?
Which word do you never say underground?
What would you ask the person who was here before?
When did you last change your mind half-way down?
What is the most useless thing in your kit?
Which way does time go down there?
What would you want to hear when you cannot see?
How many of us fit on the ledge, and who stays?
Which photograph do you wish you had taken?
What would you do first with a map of everything?
Which creature of the dark would you be for a day?
What is the best soup for the way up?
If you had to lead, how would you begin?
What do you count when you are afraid?
Which door would you rather not have opened?`;

const NAMES = `The Long Yawn
Tallow Stairs
Second Breakfast
The Listening Room
Wet Letterbox
Patience
The Organ Loft
Nobody's Elbow
Lower Regret
The Good Ledge
Candle End
Upside
The Slow Argument
Grey Harbour
Mother of Puddles
The Borrowed Rope`;

const SAID = `Nobody is lost until the soup is cold. (odalys_tarn)
The map is wrong, the cave is right. (pebblewren)
I am not stuck, I am resting in an interesting shape. (oxbowkid)
That is not an echo, that is brackenfold agreeing with you.
Left is where the water goes; we are going right. (odalys_tarn)
If it moves, it is a rope. If it sings, it is siltlark.
We have two lamps and one of them is an optimist. (quillrush)
How deep is it? Deep enough to hear your own opinion. (mossmoth)
The ledge holds three people or one argument.
I counted the steps twice and got a different cave. (oxbowkid)
Someone was here before us and left very small boots. (odalys_tarn)
It is only mud until you have to explain it. (siltlark)`;

/** Codes for the map pack; about half of them are sold in the season. */
const CODES = Array.from({ length: 84 }, (_, n) => {
  const letters = 'ABCDEFGHJKLMNPQRSTUVWXYZ';
  const at = (place: number): string =>
    letters.charAt((n * 7 + place * place * 5 + place * 3) % letters.length);
  return `MAP-${at(1)}${at(2)}${at(3)}${at(4)}-${String(1_000 + n * 137)}`;
});

export const DEMO_LISTS = [
  { ...CAMPFIRE, lines: QUESTIONS.split('\n') },
  { ...PASSAGES, lines: NAMES.split('\n') },
  { ...QUOTES, lines: SAID.split('\n') },
  { ...KEYS, lines: CODES },
];

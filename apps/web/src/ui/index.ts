export { Choice } from './choice.js';
export { Mark, Notch } from './mark.js';
export { useNarrow } from './narrow.js';
export { Bones, Fault, LoadFailed, tellProblem } from './notice.js';
export { Opens } from './opens.js';
export { AUDIENCES, ROLE_CHOICES, roleMark } from './roles.js';
export { readStored, subscribeStored, useStored, writeStored } from './stored.js';
export { chooseTheme, startTheme, useTheme } from './theme.js';
export { ago, clock, exact, useNow } from './time.js';

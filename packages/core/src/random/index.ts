export { chanceFrom, FORCED, forcedChance, weighted, type Chance, type Forced } from './chance.js';
export { draw, DRAW_ORDERS, type Draw, type DrawOrder, type DrawState } from './draw.js';

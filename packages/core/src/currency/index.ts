export { amountInWords, figure, readAmount, type AmountResult } from './amount.js';
export { costFor, FREE, type Cost, type Standing } from './cost.js';

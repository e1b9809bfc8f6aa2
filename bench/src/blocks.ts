import { acts } from './acts.js';

await acts();

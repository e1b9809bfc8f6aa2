export { People } from './people.js';
export { fold } from './person.js';
export type { Standing } from './room.js';
export { IrcServer } from './server.js';

import { ChatLog1796860800000 } from './chat-log.js';
import { CommandsInFull1795478400000 } from './commands-in-full.js';
import { FindingViewers1796601600000 } from './finding-viewers.js';
import { FirstEvening1795392000000 } from './first-evening.js';
import { Guard1796947200000 } from './guard.js';
import { Origins1796774400000 } from './origins.js';
import { RoutinesInFull1795824000000 } from './routines-in-full.js';
import { Timers1796256000000 } from './timers.js';
import { Versions1796688000000 } from './versions.js';

/** All migrations, oldest first. One that has been released is never changed. */
export const MIGRATIONS = [
  FirstEvening1795392000000,
  CommandsInFull1795478400000,
  RoutinesInFull1795824000000,
  Timers1796256000000,
  FindingViewers1796601600000,
  Versions1796688000000,
  Origins1796774400000,
  ChatLog1796860800000,
  Guard1796947200000,
];

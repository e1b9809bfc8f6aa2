import { BREATHING, type BreathingRoom } from '@gully/core/timers';
import type { SettingOf } from '../settings/index.js';

/** How often timers may speak, all of them together. */
export const BREATHING_ROOM: SettingOf<BreathingRoom> = { name: 'breathing-room', fallback: BREATHING };

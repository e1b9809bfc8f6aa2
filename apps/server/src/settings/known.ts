import { DEFAULT_PREFIX } from '@gully/core/commands';
import type { Persona } from './persona.js';
import type { SettingOf } from './settings.service.js';

/** What stands before a command's name. */
export const PREFIX: SettingOf<string> = { name: 'prefix', fallback: DEFAULT_PREFIX };

/** Who one may be in the rehearsal. */
export const PERSONAS: SettingOf<readonly Persona[]> = { name: 'personas', fallback: [] };

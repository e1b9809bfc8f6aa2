import { insertMany } from '../../database/index.js';
import { SettingRow } from '../rows.js';
import type { MakeDemoPart } from '../../seeding/index.js';
import { PERSONAS } from '../known.js';
import type { Persona } from '../persona.js';

const DEMO_PERSONAS: readonly Persona[] = [
  { name: 'pebblewren', roles: ['subscriber'], hours: 18 },
  { name: 'brackenfold', roles: ['moderator'] },
  { name: 'quillrush', roles: ['vip'] },
  { name: 'first_lantern', roles: [], hours: 0 },
];

/** Who one may be in the demo's rehearsal. */
export const settingsPart: MakeDemoPart = ({ begin: changedAt }) => ({
  store: (manager) =>
    insertMany(manager, SettingRow, [
      {
        key: PERSONAS.name,
        version: 1,
        value: JSON.stringify(DEMO_PERSONAS),
        changedAt,
        actor: 'streamer',
      },
    ]),
});

import type { SavedPersona } from '../api/index.js';
import { useStored } from '../ui/index.js';

/** Who one is in the rehearsal, and for whom the editor shows what it would say. */
export type Persona = SavedPersona;

const FIRST_PERSONA: Persona = { name: 'pebblewren', roles: ['subscriber'] };

export function usePersona(): readonly [Persona, (persona: Persona) => void] {
  const [stored, setStored] = useStored('gully.persona.2');
  const persona =
    stored === null ? FIRST_PERSONA : { ...FIRST_PERSONA, ...(JSON.parse(stored) as Partial<Persona>) };
  return [
    persona,
    (next) => {
      setStored(JSON.stringify(next));
    },
  ];
}

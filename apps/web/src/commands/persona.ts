import type { Role } from '../api/index.js';
import { useStored } from '../ui/index.js';

/** Who one is in the rehearsal, and for whom the editor shows what it would say. */
export interface Persona {
  readonly name: string;
  readonly role: Role;
}

const FIRST: Persona = { name: 'pebblewren', role: 'subscriber' };

export function usePersona(): readonly [Persona, (persona: Persona) => void] {
  const [stored, setStored] = useStored('gully.persona');
  const persona = stored === null ? FIRST : { ...FIRST, ...(JSON.parse(stored) as Partial<Persona>) };
  return [
    persona,
    (next) => {
      setStored(JSON.stringify(next));
    },
  ];
}

import { useNavigate } from 'react-router';
import { routineDrafts } from '../routines/index.js';
import { NEW, toast } from '../ui/index.js';
import { newEntrance, type Whose } from './entrances.js';

/** Opens a new entrance in the editor of routines; a new routine that is not saved yet stays as it is. */
export function useNewEntrance(): (whose: Whose) => void {
  const navigate = useNavigate();
  return (whose) => {
    const open = (): void => void navigate(`/prepare/routines/${NEW}`);
    if (routineDrafts.read(NEW) !== undefined) {
      toast('A new routine is not saved yet', {
        description: 'Save or discard it first; it is open now. Then come back for the entrance.',
      });
      open();
      return;
    }
    routineDrafts.edit(NEW, undefined, newEntrance(whose));
    open();
  };
}

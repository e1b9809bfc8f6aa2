import { Choice } from '../ui/index.js';
import { useBoard } from './queries.js';

/** Which arrangement of the board is in use, where there is more than the proposed one. */
export function Arrangements() {
  const { board, arrange } = useBoard();
  if (board === undefined || board.arrangements.length === 0) return null;
  return (
    <Choice
      label="Arrangement"
      value={board.current}
      options={[
        { value: '', label: 'Default' },
        ...board.arrangements.map(({ name }) => ({ value: name, label: name })),
      ]}
      onChange={(current) => {
        arrange({ ...board, current });
      }}
    />
  );
}

import { useQuery } from '@tanstack/react-query';
import { thingsQuery } from '../live/index.js';

export function CairnsPanel() {
  const { data = [] } = useQuery(thingsQuery('cairn'));
  return (
    <section className="panel" aria-labelledby="cairns-title">
      <header>
        <h2 id="cairns-title">Cairns</h2>
      </header>
      <ul>
        {data.map(({ id, name, stones, goal }) => (
          <li key={id}>
            {name}: {stones} of {goal}
          </li>
        ))}
      </ul>
    </section>
  );
}

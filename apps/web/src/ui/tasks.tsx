import type { TaskView } from '@gully/core/news';
import { answerOf, api } from '../api/index.js';
import { createStore } from './store.js';

/** What takes long on the server at the moment. */
export const runningTasks = createStore<readonly TaskView[]>([]);

/** How far each of them is, with the button that cancels it; nothing while there are none. */
export function RunningTasks() {
  const tasks = runningTasks.use();
  if (tasks.length === 0) return null;
  return (
    <ul className="tasks" aria-label="Under way">
      {tasks.map(({ id, name, doing, done, total }) => {
        const part = total === 0 ? undefined : Math.min(1, done / total);
        return (
          <li key={id} className="row">
            <b>{name}</b>
            {doing !== '' && doing !== name && <span className="text-soft">{doing}</span>}
            <progress className="min-w-16 flex-1" max={1} value={part} aria-label={name} />
            <span className="m w-[5ch] text-right">
              {part === undefined ? '' : `${String(Math.floor(part * 100))}%`}
            </span>
            <button
              type="button"
              className="btn s"
              onClick={() => {
                // One that is done by now needs no cancelling.
                answerOf(api.POST('/api/tasks/{id}/cancel', { params: { path: { id } } })).catch(
                  () => undefined,
                );
              }}
            >
              Cancel
            </button>
          </li>
        );
      })}
    </ul>
  );
}

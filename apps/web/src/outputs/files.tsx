import { useQuery } from '@tanstack/react-query';
import { Copy, Link2 } from 'lucide-react';
import { answerOf, api } from '../api/index.js';
import { ago, Bones, exact, IconButton, LoadFailed, tellProblem, toast, useNow } from '../ui/index.js';
import { outputFilesQuery } from './queries.js';

/** All text files there are, with what each holds now. */
export function Files() {
  const now = useNow(10_000);
  const { data, error, refetch } = useQuery(outputFilesQuery);
  return (
    <section className="border-b border-line px-4 py-3" aria-labelledby="files-title">
      <h2 id="files-title">Text files</h2>
      <p className="s2 mb-1 text-soft">
        Streaming software shows what a file holds. Texts on the left keep theirs up to date, Gully keeps the
        queue’s, the last follower, the top five and the last winner by itself, and a <i>Write</i> step makes
        one.
      </p>
      {data === undefined ? (
        error === null ? (
          <Bones lines={2} />
        ) : (
          <LoadFailed error={error} retry={() => void refetch()} />
        )
      ) : data.length === 0 ? (
        <p className="text-soft">None yet.</p>
      ) : (
        <table className="t w-full table-fixed">
          <tbody>
            {data.map(({ name, path, text, changedAt }) => (
              <tr key={name}>
                <th scope="row" className="w-36 truncate">
                  {name}.txt
                </th>
                <td className="truncate" title={text} data-file={name}>
                  {text === '' ? <span className="text-soft">empty</span> : text}
                </td>
                <td className="w-24 text-soft" title={exact(changedAt)}>
                  {ago(changedAt, now)}
                </td>
                <td className="w-20 text-right whitespace-nowrap">
                  <IconButton
                    icon={Copy}
                    label={`Copy where ${name}.txt is`}
                    onClick={() => {
                      copy(path, 'Copied where the file is', path);
                    }}
                  />
                  <IconButton
                    icon={Link2}
                    label={`Copy the address of ${name}.txt`}
                    onClick={() => {
                      copyAddress(name);
                    }}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function copyAddress(name: string): void {
  answerOf(api.GET('/api/outputs/files/{name}/address', { params: { path: { name } } })).then(({ path }) => {
    copy(
      location.origin + path,
      'Copied the address',
      'Whoever has it can read the file. Do not show it on stream.',
    );
  }, tellProblem);
}

function copy(text: string, title: string, description: string): void {
  navigator.clipboard.writeText(text).then(() => {
    toast(title, { description });
  }, tellProblem);
}

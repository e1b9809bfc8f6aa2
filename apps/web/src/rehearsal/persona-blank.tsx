import { ROLE_NAMES, strongestRole } from '@gully/core/chat';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { X } from 'lucide-react';
import { answerOf, api, type SavedPersona } from '../api/index.js';
import { usePersona, type Persona } from '../script/index.js';
import { settingsQuery } from '../live/index.js';
import {
  Choice,
  DurationField,
  IconButton,
  Opens,
  ROLE_CHOICES,
  tellProblem,
  WholeNumber,
} from '../ui/index.js';

/** Who one is: typed here, or one of those saved for the channel. */
export function PersonaBlank() {
  const [persona, setPersona] = usePersona();
  const role = strongestRole(persona.roles);
  const more = moreInWords(persona);
  return (
    <span className="row flex-wrap">
      <input
        className="blank !h-6 !w-32 !font-semibold"
        aria-label="Name of the viewer you play"
        value={persona.name}
        autoComplete="off"
        spellCheck={false}
        maxLength={50}
        onChange={(event) => {
          setPersona({ ...persona, name: event.target.value.replace(/\s/gu, '') });
        }}
      />
      <Choice
        label="Role of the viewer you play"
        value={role}
        options={ROLE_CHOICES}
        onChange={(next) => {
          setPersona({ ...persona, roles: next === 'viewer' ? [] : [next] });
        }}
      />
      <Opens
        label={`More of the viewer you play: ${more}`}
        shown={<span className="font-normal">{more}</span>}
      >
        <PersonaMore persona={persona} onChange={setPersona} />
      </Opens>
    </span>
  );
}

function moreInWords({ hours, balance }: Persona): string {
  const words: string[] = [];
  if (hours !== undefined) words.push(`${String(hours)} h watched`);
  if (balance !== undefined) words.push(`${balance.toLocaleString('en')} in balance`);
  return words.join(', ') || '…';
}

function PersonaMore({
  persona,
  onChange,
}: {
  readonly persona: Persona;
  readonly onChange: (persona: Persona) => void;
}) {
  const queries = useQueryClient();
  const { data: settings } = useQuery(settingsQuery);
  const saved = settings?.personas.value ?? [];
  const keep = useMutation({
    mutationFn: (value: SavedPersona[]) =>
      answerOf(
        api.PUT('/api/settings/personas', { body: { value, version: settings?.personas.version ?? 0 } }),
      ),
    onSettled: () => queries.invalidateQueries(settingsQuery),
    onError: tellProblem,
  });
  const isSaved = saved.some((each) => JSON.stringify(each) === JSON.stringify(persona));
  return (
    <div className="grid w-[min(320px,80vw)] gap-2">
      <table className="t">
        <caption className="pb-1 text-left text-xs whitespace-normal text-soft">
          Leave empty to use what the viewer of that name has
        </caption>
        <tbody>
          <tr>
            <th scope="row">time watched</th>
            <td>
              <DurationField
                label="Time watched"
                value={persona.hours ?? null}
                unit="h"
                empty="theirs"
                onChange={(next) => {
                  const { hours: _before, ...rest } = persona;
                  onChange(next === null || Number.isNaN(next) ? rest : { ...rest, hours: next });
                }}
              />
            </td>
          </tr>
          <tr>
            <th scope="row">balance</th>
            <td>
              <WholeNumber
                label="Balance"
                value={persona.balance ?? null}
                empty="none"
                onChange={(next) => {
                  const { balance: _before, ...rest } = persona;
                  onChange(next === null ? rest : { ...rest, balance: next });
                }}
              />
            </td>
          </tr>
        </tbody>
      </table>
      <ul aria-label="Saved personas">
        {saved.map((each) => (
          <li key={each.name} className="row border-t border-line">
            <button
              type="button"
              className="choice !px-1"
              onClick={() => {
                onChange(each);
              }}
            >
              <b>{each.name}</b>
              <span className="s2 text-soft">{ROLE_NAMES[strongestRole(each.roles)]}</span>
            </button>
            <IconButton
              icon={X}
              label={`Forget the persona ${each.name}`}
              onClick={() => {
                keep.mutate(saved.filter(({ name }) => name !== each.name));
              }}
            />
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="btn s justify-self-start"
        disabled={isSaved || persona.name === '' || keep.isPending}
        onClick={() => {
          keep.mutate([...saved.filter(({ name }) => name !== persona.name), persona]);
        }}
      >
        {isSaved ? 'This persona is saved' : `Save ${persona.name} as a persona`}
      </button>
    </div>
  );
}

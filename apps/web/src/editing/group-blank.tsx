import { Opens } from '../ui/index.js';

interface GroupBlankProps {
  readonly group: string;
  /** what else has groups */
  readonly others: readonly { readonly group: string }[];
  readonly draft: boolean;
  readonly onChange: (group: string) => void;
}

/** The heading a thing stands under in the list: one there is, or a new one. */
export function GroupBlank({ group, others, draft, onChange }: GroupBlankProps) {
  const shown = group === '' ? 'no group' : group;
  return (
    <Opens label={`Group: ${shown}`} shown={<span className="font-normal">{shown}</span>} draft={draft}>
      <GroupField group={group} others={others} onChange={onChange} />
    </Opens>
  );
}

export function GroupField({ group, others, onChange }: Omit<GroupBlankProps, 'draft'>) {
  const groups = [...new Set(others.map((other) => other.group))].filter((each) => each !== '').sort();
  return (
    <label className="block">
      <span className="s2 block pb-1 text-soft">A heading in the list; empty for none</span>
      <input
        className="blank !w-56"
        list="groups"
        value={group}
        autoComplete="off"
        onChange={(event) => {
          onChange(event.target.value);
        }}
      />
      <datalist id="groups">
        {groups.map((each) => (
          <option key={each} value={each} />
        ))}
      </datalist>
    </label>
  );
}

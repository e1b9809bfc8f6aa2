import { tidyName, type Trigger } from '@gully/core/commands';
import { characterCount } from '@gully/core/text';
import { usePrefix } from '../live/index.js';
import { byCommas, Fault, Opens, useTypedList } from '../ui/index.js';

interface NamesProps {
  readonly trigger: Trigger;
  readonly nameFault: string | undefined;
  readonly aliasesFault: string | undefined;
  readonly draft: boolean;
  readonly focus: boolean;
  readonly onChange: (change: Partial<Trigger>) => void;
}

/** The command’s name, set large. */
export function Name({ trigger: { name }, nameFault, draft, focus, onChange }: NamesProps) {
  const prefix = usePrefix();
  return (
    <span className="name-blank">
      <span aria-hidden="true">{prefix}</span>
      <input
        className={`blank ${draft ? 'draft' : ''}`}
        style={{ width: `${String(Math.min(24, Math.max(5, characterCount(name) + 1)))}ch` }}
        aria-label="Name"
        aria-invalid={nameFault !== undefined}
        aria-describedby="name-fault"
        placeholder="name"
        autoComplete="off"
        spellCheck={false}
        autoFocus={focus}
        value={name}
        onChange={(event) => {
          const typed = event.target.value;
          onChange({ name: typed.startsWith(prefix) ? typed.slice(prefix.length) : typed });
        }}
      />
    </span>
  );
}

/** The other names it answers to. */
export function Aliases({ trigger: { aliases }, aliasesFault, onChange }: NamesProps) {
  const prefix = usePrefix();
  const shown =
    aliases.length === 0
      ? 'no alias'
      : aliases
          .slice(0, 2)
          .map((alias) => prefix + alias)
          .join(' ') + (aliases.length > 2 ? ` +${String(aliases.length - 2)}` : '');
  return (
    <>
      <span className="s2 text-soft">also</span>
      <Opens mono label={`Aliases: ${shown}`} shown={shown} wrong={aliasesFault !== undefined}>
        <AliasField aliases={aliases} prefix={prefix} onChange={onChange} />
        <Fault>{aliasesFault}</Fault>
      </Opens>
    </>
  );
}

function AliasField({
  aliases,
  prefix,
  onChange,
}: Pick<Trigger, 'aliases'> & { readonly prefix: string; readonly onChange: NamesProps['onChange'] }) {
  // Commas and the prefix part the names.
  const read = (typed: string): string[] =>
    byCommas(typed)
      .flatMap((part) => part.split(` ${prefix}`))
      .map((alias) => tidyName(alias, prefix))
      .filter((alias) => alias !== '');
  const { shown, take } = useTypedList(aliases, read, aliases.map((alias) => prefix + alias).join(', '));
  return (
    <label className="block">
      <span className="s2 block pb-1 text-soft">Aliases of this command, separated by commas</span>
      <input
        className="blank m !w-80"
        value={shown}
        placeholder={`${prefix}deep, ${prefix}how deep`}
        autoComplete="off"
        spellCheck={false}
        onChange={(event) => {
          onChange({ aliases: take(event.target.value) });
        }}
      />
    </label>
  );
}

import { Check } from 'lucide-react';
import { Checkbox } from 'radix-ui';
import { useId, type ReactNode } from 'react';

interface TickProps {
  readonly label: ReactNode;
  readonly checked: boolean | 'indeterminate';
  /** true when the label is only for those who cannot see the box's place */
  readonly bare?: boolean;
  readonly onChange: (checked: boolean) => void;
}

/** A box that is ticked or not, with its words. */
export function Tick({ label, checked, bare = false, onChange }: TickProps) {
  const id = useId();
  return (
    <span className="row !inline-flex">
      <Checkbox.Root
        id={id}
        className="tick"
        checked={checked}
        onCheckedChange={(next) => {
          onChange(next === true);
        }}
      >
        <Checkbox.Indicator>
          {checked === 'indeterminate' ? (
            <span className="dash" />
          ) : (
            <Check className="i s" aria-hidden="true" />
          )}
        </Checkbox.Indicator>
      </Checkbox.Root>
      <label htmlFor={id} className={bare ? 'sr-only' : 'text-[13px]'}>
        {label}
      </label>
    </span>
  );
}

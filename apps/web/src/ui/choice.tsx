import { Check } from 'lucide-react';
import { Select } from 'radix-ui';

interface ChoiceProps<T extends string> {
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly label: string;
  readonly draft?: boolean;
  /** what it says while nothing is chosen: `choose a list` */
  readonly empty?: string;
  readonly onChange: (value: T) => void;
}

/** A blank that holds one of a few words. */
export function Choice<T extends string>({
  value,
  options,
  label,
  draft = false,
  empty,
  onChange,
}: ChoiceProps<T>) {
  return (
    <Select.Root
      value={value}
      onValueChange={(next) => {
        onChange(next as T);
      }}
    >
      <Select.Trigger
        className={`blank opens ${draft ? 'draft' : ''}`}
        aria-label={label}
        onKeyDown={(event) => {
          // With Ctrl it saves the editor around it, and does not open.
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) event.preventDefault();
        }}
      >
        <Select.Value
          placeholder={empty === undefined ? undefined : <span className="text-soft">{empty}</span>}
        />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content className="float py-1" position="popper" sideOffset={8}>
          <Select.Viewport>
            {options.map((option) => (
              <Select.Item key={option.value} value={option.value} className="choice min-w-44 pl-7">
                <Select.ItemIndicator className="absolute left-2 mt-1">
                  <Check className="i s" aria-hidden="true" />
                </Select.ItemIndicator>
                <Select.ItemText>{option.label}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}

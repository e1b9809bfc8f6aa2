import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Choice, tellProblem, toast } from '../ui/index.js';

/** Something the channel is set to, and the version a change is made on. */
export interface Setting<T> {
  readonly value: T;
  readonly version: number;
}

interface SettingChoiceProps<T extends string> {
  /** what the channel is asked for it by */
  readonly name: string;
  readonly label: string;
  readonly options: readonly { readonly value: T; readonly label: string }[];
  readonly ask: () => Promise<Setting<T>>;
  readonly save: (setting: Setting<T>) => Promise<Setting<T>>;
}

/** A setting that is one of a few words: chosen, saved at once, and undone in the note that says so. */
export function SettingChoice<T extends string>({ name, label, options, ask, save }: SettingChoiceProps<T>) {
  const queries = useQueryClient();
  const queryKey = ['setting', name];
  const { data } = useQuery({ queryKey, queryFn: ask });
  const set = useMutation({
    mutationFn: save,
    onSuccess: (saved) => {
      queries.setQueryData(queryKey, saved);
      const before = data?.value;
      const chosen = options.find(({ value }) => value === saved.value)?.label ?? saved.value;
      toast(`${label}: ${chosen}`, {
        undo:
          before === undefined || before === saved.value
            ? undefined
            : () => {
                set.mutate({ value: before, version: saved.version });
              },
      });
    },
    onError: (error) => {
      tellProblem(error);
      void queries.invalidateQueries({ queryKey });
    },
  });
  if (data === undefined) return null;
  return (
    <Choice
      label={label}
      value={data.value}
      options={options}
      onChange={(value) => {
        if (value !== data.value) set.mutate({ value, version: data.version });
      }}
    />
  );
}

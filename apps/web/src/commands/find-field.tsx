import { Search } from 'lucide-react';

interface FindFieldProps {
  readonly count: number;
  readonly value: string;
  readonly onChange: (value: string) => void;
}

export function FindField({ count, value, onChange }: FindFieldProps) {
  const words = `Find in ${count.toLocaleString('en')} ${count === 1 ? 'command' : 'commands'}`;
  return (
    <div className="find">
      <Search className="i s" aria-hidden="true" />
      <input
        type="search"
        className="blank"
        placeholder={words}
        aria-label={words}
        value={value}
        onChange={(event) => {
          onChange(event.target.value);
        }}
      />
    </div>
  );
}

import type { Role } from '../api/index.js';
import { Choice, ROLE_CHOICES } from '../ui/index.js';

interface SayAsProps {
  readonly bot: string;
  /** empty for the bot itself */
  readonly name: string;
  readonly onName: (name: string) => void;
  readonly role: string | null;
  readonly onRole: (role: string) => void;
}

/** As whom the dock’s line speaks, where the room is simulated. */
export function SayAs({ bot, name, onName, role, onRole }: SayAsProps) {
  return (
    <div className="grid gap-2">
      <label className="row">
        <span className="w-16 text-soft">say as</span>
        <input
          className="blank !w-44"
          value={name}
          placeholder={`${bot}, the bot`}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => {
            onName(event.target.value.replace(/\s/gu, ''));
          }}
        />
      </label>
      <div className="row">
        <span className="w-16 text-soft">with role</span>
        <Choice
          label="Role"
          value={(role ?? 'viewer') as Role}
          options={ROLE_CHOICES.filter(({ value }) => value !== 'streamer')}
          onChange={onRole}
        />
      </div>
      <p className="s2 max-w-64 text-soft">
        The chat room is simulated, so you can speak as any viewer. Leave it empty to speak as the bot.
      </p>
    </div>
  );
}

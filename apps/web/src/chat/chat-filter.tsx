import { Search, X } from 'lucide-react';
import { Choice, IconButton } from '../ui/index.js';
import { EVERY_LINE, isEveryLine, wanted } from './wanted.js';

const SORTS = [
  { value: 'all', label: 'All lines' },
  { value: 'refused', label: 'Refused' },
  { value: 'ran', label: 'Ran' },
  { value: 'bot', label: 'The bot’s' },
  { value: 'moderators', label: 'Moderators’' },
  { value: 'events', label: 'Events' },
] as const;

/** Looks for lines of chat; while anything is asked for, what is found stands in place of live chat. */
export function ChatFilter() {
  const now = wanted.use();
  return (
    <div className="row px-3 pt-2.5 pb-1" role="search" aria-label="Chat">
      {now.viewer === undefined ? (
        <div className="find !m-0 min-w-0 flex-1">
          <Search className="i s" aria-hidden="true" />
          <input
            type="search"
            className="blank"
            placeholder="Search chat"
            aria-label="Search chat"
            maxLength={100}
            value={now.search}
            onChange={(event) => {
              wanted.set({ ...now, search: event.target.value });
            }}
          />
        </div>
      ) : (
        <span className="min-w-0 flex-1 truncate">
          Only <b>{now.viewer.name}</b>
        </span>
      )}
      <Choice
        label="Which lines"
        value={now.of}
        options={SORTS}
        onChange={(of) => {
          wanted.set({ ...now, of });
        }}
      />
      {!isEveryLine(now) && (
        <IconButton
          icon={X}
          label="Back to live chat"
          onClick={() => {
            wanted.set(EVERY_LINE);
          }}
        />
      )}
    </div>
  );
}

import { useMutation } from '@tanstack/react-query';
import { Check, TriangleAlert } from 'lucide-react';
import { answerOf, api, type RoomWish } from '../api/index.js';
import { tellProblem } from '../ui/index.js';

const NAMES = {
  reach: 'Reaches the server',
  join: 'Joins the room',
  rights: 'Has moderator rights',
  hear: 'Hears itself',
} as const;

interface RoomTestProps {
  readonly wish: RoomWish;
  readonly wrong: boolean;
}

/** Tries the room as it is on this page, saved or not. */
export function RoomTest({ wish, wrong }: RoomTestProps) {
  const test = useMutation({
    mutationFn: () => answerOf(api.POST('/api/connection/room/test', { body: wish })),
    onError: tellProblem,
  });
  return (
    <div className="mt-5 border-t border-line pt-3">
      <span className="row">
        <button
          type="button"
          className="btn"
          disabled={wrong || test.isPending}
          onClick={() => {
            test.mutate();
          }}
        >
          Test
        </button>
        <span className="s2 text-soft">
          Tries what is on this page, saved or not, over a connection of its own. Nothing is said in the room.
        </span>
      </span>
      <div role="status" aria-label="What the test found">
        <ul className="mt-2">
          {test.isPending && <li className="text-soft">Testing; it takes up to 15 s.</li>}
          {!test.isPending &&
            test.data?.map(({ step, ok, words }) => (
              <li key={step} className="flex gap-2 border-b border-line py-1.5">
                {ok ? (
                  <Check className="i s mt-0.5 text-moss" aria-label="works" />
                ) : (
                  <TriangleAlert
                    className={`i s mt-0.5 ${step === 'rights' ? 'text-ochre' : 'text-crimson'}`}
                    aria-label="does not work"
                  />
                )}
                <b className="w-44 flex-none">{NAMES[step]}</b>
                <span className="min-w-0 break-words text-soft">{words}</span>
              </li>
            ))}
        </ul>
      </div>
    </div>
  );
}

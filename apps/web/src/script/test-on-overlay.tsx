import { allSteps, type Routine } from '@gully/core/routines';
import { useMutation } from '@tanstack/react-query';
import { MonitorPlay } from 'lucide-react';
import { answerOf, api } from '../api/index.js';
import { tellProblem, toast } from '../ui/index.js';
import { usePersona } from './persona.js';

const SHOWS: ReadonlySet<string> = new Set(['show', 'sound', 'speak']);

interface TestProps {
  readonly routine: Routine;
  readonly title: string;
  /** as whom it is played; left out, as the persona of the dock */
  readonly as?: string;
}

/** Plays what a routine shows on the real overlays, as it stands; nothing else of it happens. */
export function TestOnOverlay({ routine, title, as }: TestProps) {
  const [persona] = usePersona();
  const name = as ?? persona.name;
  const test = useMutation({
    mutationFn: () =>
      answerOf(
        api.POST('/api/overlays/test', {
          body: {
            routine: structuredClone(routine) as never,
            title: title.slice(0, 100) || 'a draft',
            as: name,
          },
        }),
      ),
    onSuccess: () => {
      toast(`Testing on the overlay as ${name}`, {
        description: 'It is marked as a test there. Nothing was said, counted or charged.',
      });
    },
    onError: tellProblem,
  });
  if (!allSteps(routine.steps).some(({ kind }) => SHOWS.has(kind))) return null;
  return (
    <button
      type="button"
      className="btn s"
      disabled={test.isPending}
      onClick={() => {
        test.mutate();
      }}
    >
      <MonitorPlay className="i s" aria-hidden="true" /> Test on the overlay as {name}
    </button>
  );
}

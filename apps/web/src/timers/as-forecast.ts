import { newState, wentLive, type Moment, type Said, type Timed, type TimerBody } from '@gully/core/timers';

/** The timer in the editor as it stands there, for the rehearsal and the forecast to have in force. */
export interface OpenTimer extends TimerBody {
  /** undefined for a new one */
  readonly id?: string | undefined;
}

export interface Standings {
  readonly timed: readonly Timed[];
  readonly said: readonly Said[];
  readonly moment: Moment;
}

const NEW_TIMER = 'draft-timer';

/** The timers as they would be with what is edited in force, and live: a forecast of an evening with nobody on air says nothing. */
export function asForecast({ timed, said, moment }: Standings, open: OpenTimer | undefined): Standings {
  const others = timed.filter(({ timer }) => timer.id !== open?.id);
  const saved = timed.find(({ timer }) => timer.id === open?.id);
  const edited =
    open === undefined
      ? []
      : [
          {
            timer: { ...open, id: open.id ?? NEW_TIMER, name: open.name || 'This timer' },
            state: saved?.state ?? newState(moment.running),
          },
        ];
  const all = [...others, ...edited];
  if (moment.stream.live) return { timed: all, said, moment: { ...moment, connected: true } };
  return {
    timed: all.map((each) => ({ ...each, state: wentLive(each.state, moment.running) })),
    said,
    moment: {
      ...moment,
      connected: true,
      stream: { ...moment.stream, live: true, liveSince: moment.at },
    },
  };
}

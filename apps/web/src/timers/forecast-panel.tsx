import { durationInWords } from '@gully/core/text';
import { ASSUMED_RATE, type ChatRate, type Forecast, type Timed } from '@gully/core/timers';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { breathingQuery, rateQuery } from '../live/index.js';
import { useNow } from '../ui/index.js';
import { ForecastChart, type Lane } from './forecast-chart.js';
import { asForecast, type OpenTimer, type Standings } from './as-forecast.js';
import { chosenRate } from './kind.js';
import { rateAt, placeOf } from './rate-scale.js';
import { useForecast } from './use-forecast.js';
import { useStandings } from './use-standing.js';

const SPAN_MS = 3 * 3_600_000;
/** What is drawn stands still for so long, if nothing is changed by hand. */
const STILL_MS = 15_000;

/** The next three hours, by the very code that fires timers; what is edited is in force. */
export function ForecastPanel({ open }: { readonly open?: OpenTimer | undefined }) {
  const { data: rate = ASSUMED_RATE } = useQuery(rateQuery);
  const { data: breathing } = useQuery(breathingQuery);
  const chosen = chosenRate.use();
  const lines = chosen ?? rate.usual;
  const now = useStandings(STILL_MS);
  const still = useStill(now, open);
  const room = breathing?.value;
  const forecast = useForecast(
    still === undefined || room === undefined
      ? undefined
      : { ...still, timers: still.timed, room, span: SPAN_MS, lines, replies: rate.replies },
  );
  if (now === undefined || still === undefined) return null;
  return (
    <section className="forecast" aria-labelledby="forecast-title">
      <header className="row flex-wrap">
        <h2 id="forecast-title">The next 3 hours</h2>
        <span className="s2 text-soft">
          a forecast{now.moment.stream.live ? '' : ', as if you went live now'}
        </span>
        <RateSlider rate={rate} chosen={chosen} />
      </header>
      {forecast !== undefined && (
        <>
          <Figures forecast={forecast} />
          <ForecastChart lanes={lanesOf(still.timed, forecast, open)} span={SPAN_MS} from={still.moment.at} />
        </>
      )}
    </section>
  );
}

/** The standings as they were when something was last changed by hand, or a while ago. */
function useStill(now: Standings | undefined, open: OpenTimer | undefined): Standings | undefined {
  const tick = useNow(STILL_MS);
  const made = JSON.stringify([
    open,
    now?.timed.map(({ timer, state, fault }) => [timer, state.held, state.times, fault]),
    now?.moment.stream.live,
    now?.moment.stream.category,
  ]);
  return useMemo(
    () => (now === undefined ? undefined : asForecast(now, open)),
    // Lines that are counted meanwhile move nothing under the pointer.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [made, tick],
  );
}

function lanesOf(timed: readonly Timed[], forecast: Forecast, open: OpenTimer | undefined): Lane[] {
  const silent = new Map(forecast.silent.map((each) => [each.timer, each]));
  return timed
    .filter(({ timer }) => timer.enabled || timer.id === open?.id)
    .map(({ timer: { id, name } }): Lane => {
      const isNew = open !== undefined && open.id === undefined && name === (open.name || 'This timer');
      const isOpen = isNew || id === open?.id;
      const why = silent.get(id);
      return {
        id,
        name,
        open: isOpen,
        to: isOpen ? undefined : `/prepare/timers/${id}`,
        silent:
          why === undefined ? undefined : why.why === 'lines' ? `would not fire: ${why.words}` : why.words,
        firings: forecast.firings.filter(({ timer }) => timer === id),
      };
    })
    .sort((a, b) => Number(b.open) - Number(a.open) || a.name.localeCompare(b.name));
}

function Figures({ forecast }: { readonly forecast: Forecast }) {
  const { perHour, share, longestGap, shortestGap, collisions } = forecast;
  const figures: readonly (readonly [string, string])[] = [
    [perHour.toFixed(1), 'messages an hour'],
    [`${(share * 100).toFixed(share < 0.1 ? 1 : 0)}%`, 'of all lines are the bot’s'],
    [shortestGap === undefined ? '–' : durationInWords(shortestGap), 'shortest gap'],
    [longestGap === undefined ? '–' : durationInWords(longestGap), 'longest gap'],
    [String(collisions), collisions === 1 ? 'collision put off' : 'collisions put off'],
  ];
  return (
    <dl className="figures" aria-live="polite">
      {figures.map(([value, label]) => (
        <div key={label}>
          <dt>{label}</dt>
          <dd className="tabular-nums">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

function RateSlider({ rate, chosen }: { readonly rate: ChatRate; readonly chosen: number | undefined }) {
  const value = chosen ?? rate.usual;
  const words = value === 0 ? 'a silent room' : `${String(value)} messages a minute`;
  const measured =
    rate.streams === 0
      ? 'assumed, until a stream was measured'
      : rate.streams === 1
        ? 'as in the last stream'
        : `as in the last ${String(rate.streams)} streams`;
  return (
    <span className="row ml-auto flex-wrap">
      <span className="s2 text-soft">silent</span>
      <input
        type="range"
        className="slider"
        min={0}
        max={100}
        aria-label="How busy the room is"
        aria-valuetext={words}
        value={placeOf(value)}
        onChange={(event) => {
          chosenRate.set(rateAt(event.target.valueAsNumber));
        }}
      />
      <span className="s2 text-soft">busy</span>
      <span className="s2 min-w-28">
        {words}
        {chosen === undefined && <span className="text-soft">, {measured}</span>}
      </span>
      {chosen !== undefined && (
        <button
          type="button"
          className="btn s"
          onClick={() => {
            chosenRate.set(undefined);
          }}
        >
          As measured, {rate.usual}
        </button>
      )}
    </span>
  );
}

import {
  BarController,
  BarElement,
  CategoryScale,
  Chart as Drawn,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartConfiguration,
} from 'chart.js';
import { useEffect, useRef } from 'react';
import { useTheme } from '../ui/index.js';

Drawn.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

/** The tokens a chart draws with, as the theme has them. */
export interface Inks {
  readonly ink: string;
  readonly soft: string;
  readonly line: string;
  readonly iron: string;
  readonly moss: string;
  readonly ochre: string;
  readonly pool: string;
  readonly plane: string;
}

interface ChartProps {
  /** what it shows, for those who cannot see it; the figures stand in a table beside it */
  readonly label: string;
  /** pixels */
  readonly height: number;
  /** made again whenever what it is made from changes */
  readonly config: (inks: Inks) => ChartConfiguration;
  /** what the configuration is made from */
  readonly of: unknown;
}

/** A chart in the theme's own colours. */
export function Chart({ label, height, config, of }: ChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme();
  const latest = useRef(config);
  latest.current = config;
  const key = JSON.stringify(of);
  useEffect(() => {
    if (canvas.current === null) return undefined;
    const inks = inksOf(canvas.current);
    Drawn.defaults.color = inks.soft;
    Drawn.defaults.borderColor = inks.line;
    Drawn.defaults.font.family = getComputedStyle(canvas.current).fontFamily;
    const { options, ...rest } = latest.current(inks);
    const drawn = new Drawn(canvas.current, {
      ...rest,
      options: { animation: false, maintainAspectRatio: false, responsive: true, ...options },
    });
    return () => {
      drawn.destroy();
    };
  }, [key, theme]);
  return (
    <div style={{ height, position: 'relative' }}>
      <canvas ref={canvas} role="img" aria-label={label} />
    </div>
  );
}

function inksOf(element: Element): Inks {
  const style = getComputedStyle(element);
  const of = (name: string): string => style.getPropertyValue(`--${name}`).trim();
  return {
    ink: of('ink'),
    soft: of('soft'),
    line: of('line'),
    iron: of('iron'),
    moss: of('moss'),
    ochre: of('ochre'),
    pool: of('pool'),
    plane: of('plane'),
  };
}

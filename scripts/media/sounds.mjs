// @ts-check
/** Sounds put together from sine waves and noise. */

/** Samples to the second. */
export const RATE = 22_050;

/** @param {number} seconds @param {(t: number, n: number) => number} at the wave at a time, -1 to 1 @returns {Float64Array} */
function make(seconds, at) {
  const samples = new Float64Array(Math.round(seconds * RATE));
  for (let n = 0; n < samples.length; n++) {
    const t = n / RATE;
    // Nothing begins or ends with a click.
    const edge = Math.min(1, t / 0.004, (seconds - t) / 0.03);
    samples[n] = at(t, n) * edge;
  }
  return loudest(samples);
}

/** As loud as all others. @param {Float64Array} samples */
function loudest(samples) {
  const most = samples.reduce((top, each) => Math.max(top, Math.abs(each)), 0);
  return samples.map((each) => (each / most) * 0.8);
}

/** @param {number} hertz @param {number} t */
const sine = (hertz, t) => Math.sin(2 * Math.PI * hertz * t);

/** Noise that is the same every time. @param {number} seed */
function noise(seed) {
  let state = seed;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) | 0;
    return state / 2 ** 31;
  };
}

/** The partials of a bell, by how far above its note they are, how loud, and how fast they fade. */
const BELL = [
  [0.5, 0.5, 1.1],
  [1, 1, 1.6],
  [1.19, 0.5, 2.2],
  [1.56, 0.4, 2.8],
  [2, 0.5, 3.4],
  [2.66, 0.25, 4.5],
  [4.1, 0.12, 7],
];

/** @param {number} hertz @param {number} t */
function bell(hertz, t) {
  if (t < 0) return 0;
  return BELL.reduce(
    (sum, [ratio = 1, loud = 1, fade = 1]) => sum + loud * sine(hertz * ratio, t) * Math.exp(-fade * t),
    0,
  );
}

/** One drop of water: a short rise. @param {number} hertz @param {number} t */
function drop(hertz, t) {
  return t < 0 ? 0 : Math.sin(2 * Math.PI * (hertz * t + hertz * 3.2 * t * t)) * Math.exp(-26 * t);
}

const hiss = noise(7);
const rumble = noise(11);
let low = 0;

export const SOUNDS = [
  {
    id: 'gully-supper-bell',
    name: 'Supper bell',
    samples: make(2.4, (t) => bell(523.25, t) + 0.8 * bell(523.25, t - 0.55)),
  },
  {
    id: 'gully-drip',
    name: 'Drip',
    // With the walls of a cave answering.
    samples: make(
      1.4,
      (t) =>
        drop(760, t) + 0.45 * drop(760, t - 0.21) + 0.2 * drop(760, t - 0.43) + 0.7 * drop(930, t - 0.62),
    ),
  },
  {
    id: 'gully-lantern-chime',
    name: 'Lantern chime',
    samples: make(1.9, (t) =>
      [392, 493.88, 587.33, 783.99].reduce((sum, hertz, n) => sum + 0.8 * bell(hertz * 2, t - n * 0.13), 0),
    ),
  },
  {
    id: 'gully-stone-knock',
    name: 'Stone knock',
    samples: make(0.9, (t) =>
      [0, 0.17, 0.34].reduce((sum, begin) => {
        const since = t - begin;
        if (since < 0) return sum;
        return sum + (sine(210, since) + 0.6 * hiss()) * Math.exp(-38 * since);
      }, 0),
    ),
  },
  {
    id: 'gully-low-horn',
    name: 'Low horn',
    samples: make(1.8, (t) => {
      const swell = Math.min(1, t / 0.25) * Math.min(1, (1.8 - t) / 0.5);
      const wave = 130.81 * (1 + 0.004 * sine(5, t));
      return (
        swell * (sine(wave, t) + 0.5 * sine(wave * 2, t) + 0.3 * sine(wave * 3, t) + 0.12 * sine(wave * 5, t))
      );
    }),
  },
  {
    id: 'gully-rockfall',
    name: 'Rockfall',
    samples: make(1.7, (t) => {
      low += 0.06 * (rumble() - low);
      const knocks = [0.05, 0.2, 0.29, 0.47, 0.71, 1.02].reduce(
        (sum, begin) => sum + (t < begin ? 0 : sine(95, t - begin) * Math.exp(-24 * (t - begin))),
        0,
      );
      return (low * 3 + knocks) * Math.exp(-1.6 * t);
    }),
  },
];

/** A sound as a WAV file: one channel of 16 bits. @param {Float64Array} samples */
export function wav(samples) {
  const file = Buffer.alloc(44 + samples.length * 2);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + samples.length * 2, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(1, 22);
  file.writeUInt32LE(RATE, 24);
  file.writeUInt32LE(RATE * 2, 28);
  file.writeUInt16LE(2, 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(samples.length * 2, 40);
  samples.forEach((each, n) => file.writeInt16LE(Math.round(each * 32_767), 44 + n * 2));
  return file;
}

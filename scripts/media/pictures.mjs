// @ts-check
/** Drawings as SVG, in the colours of a cave by lantern light. */

/** @param {number} width @param {number} height @param {string} inner */
const svg = (width, height, inner) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${inner}</svg>`;

const GLOW = `<radialGradient id="glow"><stop offset="0" stop-color="#ffdf9a" stop-opacity=".95"/><stop offset=".45" stop-color="#e0b055" stop-opacity=".45"/><stop offset="1" stop-color="#e0b055" stop-opacity="0"/></radialGradient>`;

const lantern = svg(
  512,
  512,
  `<defs>${GLOW}</defs><circle cx="256" cy="280" r="230" fill="url(#glow)"/>
  <path d="M196 128a60 60 0 0 1 120 0" fill="none" stroke="#2f3a35" stroke-width="14"/>
  <path d="M176 168h160l20 40H156z" fill="#3a4741"/><path d="M156 208h200l-18 176H174z" fill="#ffe9b8" fill-opacity=".85"/>
  <path d="M256 250c34 40 40 60 40 82a40 40 0 0 1-80 0c0-22 6-42 40-82z" fill="#e58a62"/>
  <path d="M256 292c16 20 20 30 20 42a20 20 0 0 1-40 0c0-12 4-22 20-42z" fill="#fff3d0"/>
  <path d="M156 208h200M167 300h178M206 208v176M306 208v176" stroke="#2f3a35" stroke-width="10" fill="none"/>
  <path d="M166 384h180l14 44H152z" fill="#3a4741"/>`,
);

const bell = svg(
  512,
  512,
  `<path d="M256 70a26 26 0 0 1 26 26c66 14 100 66 100 138 0 70 14 98 44 124H86c30-26 44-54 44-124 0-72 34-124 100-138a26 26 0 0 1 26-26z" fill="#c98f2c"/>
  <path d="M180 150c-24 22-30 56-30 92 0 40-6 74-18 98" fill="none" stroke="#f3d48c" stroke-width="16" stroke-linecap="round"/>
  <path d="M76 358h360v34H76z" fill="#8a5a00"/><circle cx="256" cy="416" r="34" fill="#8a5a00"/>
  <path d="M58 200q-26 50-10 110M454 200q26 50 10 110M34 180q-34 74-12 154M478 180q34 74 12 154" fill="none" stroke="#e0b055" stroke-width="12" stroke-linecap="round"/>`,
);

const crystal = svg(
  512,
  512,
  `<path d="M96 452l36-190 58 190z" fill="#1d5f70"/><path d="M132 262l58 190 22-130z" fill="#2f7f92"/>
  <path d="M330 452l64-156 46 156z" fill="#1d5f70"/><path d="M394 296l46 156H366z" fill="#2f7f92"/>
  <path d="M170 452l20-300 66-92 66 92 22 300z" fill="#4a9db0"/><path d="M256 60l66 92 22 300h-88z" fill="#7cc0cf"/>
  <path d="M256 60l-66 92 66 40 66-40z" fill="#bfe6ee"/><path d="M60 452h400v22H60z" fill="#2f3a35"/>`,
);

const coil = Array.from(
  { length: 5 },
  (_, n) =>
    `<ellipse cx="256" cy="${300 - n * 26}" rx="${150 - n * 6}" ry="62" fill="none" stroke="${n % 2 === 0 ? '#97401f' : '#c4673f'}" stroke-width="30"/>`,
).join('');
const rope = svg(
  512,
  512,
  `${coil}<path d="M400 210c60-30 70 60 30 110s10 110 50 120" fill="none" stroke="#97401f" stroke-width="28" stroke-linecap="round"/>
  <path d="M190 150v-44a66 66 0 0 1 132 0v44" fill="none" stroke="#566259" stroke-width="20"/>`,
);

/** Points of a ragged edge, the same every time. @param {number} from @param {number} to @param {number} base @param {number} rough @param {number} seed */
function edge(from, to, base, rough, seed) {
  const points = [];
  for (let x = from, n = 0; x <= to; x += 48, n++)
    points.push(
      `${x} ${Math.round(base + rough * (Math.sin(n * 1.7 + seed) + Math.sin(n * 0.61 + seed * 2)))}`,
    );
  return points.map((point) => `L${point}`).join(' ');
}
const stones = [0, 1, 2, 3]
  .map(
    (n) =>
      `<path d="M0 0 ${edge(0, 1920, 120 + n * 70, 46, n * 2.1)} L1920 0z" fill="${['#2f3a35', '#252e2a', '#1a211e', '#121715'][3 - n]}" fill-opacity=".9"/>`,
  )
  .reverse()
  .join('');
const floor = [0, 1, 2]
  .map(
    (n) =>
      `<path d="M0 1080 ${edge(0, 1920, 800 + n * 90, 38, n * 3.3 + 1)} L1920 1080z" fill="${['#33403a', '#222b27', '#151b18'][n]}"/>`,
  )
  .join('');
const cave = svg(
  1920,
  1080,
  `<defs><radialGradient id="day" cx=".62" cy=".5" r=".6"><stop offset="0" stop-color="#d8c48e"/><stop offset=".35" stop-color="#7f8f6c"/><stop offset="1" stop-color="#1b2421"/></radialGradient>${GLOW}</defs>
  <rect width="1920" height="1080" fill="url(#day)"/>${stones}${floor}
  <circle cx="470" cy="800" r="330" fill="url(#glow)"/><path d="M452 740h36l8 70h-52z" fill="#ffe9b8"/><path d="M444 810h52v12h-52zM448 728h44v12h-44z" fill="#121715"/>`,
);

export const PICTURES = [
  { id: 'gully-lantern', name: 'Lantern', svg: lantern },
  { id: 'gully-bell', name: 'Bell', svg: bell },
  { id: 'gully-crystal', name: 'Crystal', svg: crystal },
  { id: 'gully-rope', name: 'Rope', svg: rope },
  { id: 'gully-cave', name: 'Cave mouth', svg: cave },
];

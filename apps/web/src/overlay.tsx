import { createRoot } from 'react-dom/client';
import { io } from 'socket.io-client';
import { OverlayPage, type OverlaySocket } from './shown/overlay-page.js';
import './styles/overlay.css';

/** What streaming software shows on the stream. The address says which overlay, and what it is looked at over. */
const key = location.pathname.split('/')[2] ?? '';
const asked = new URLSearchParams(location.search);
const behind = asked.get('behind');
const wantsSound = asked.get('sound') !== 'off';

const socket: OverlaySocket = io('/overlay', {
  path: '/live',
  transports: ['websocket'],
  autoConnect: false,
  // Told with the first word: what begins as soon as a page is there is heard from it too.
  auth: (send) => {
    send({ key, wantsSound, visible: document.visibilityState === 'visible' });
  },
  reconnectionDelayMax: 3_000,
});

const root = document.getElementById('root');
if (root === null) throw new Error('the page has no root');
createRoot(root).render(
  <>
    {behind !== null && /^[0-9a-f]{64}\.webp$/u.test(behind) && (
      <div className="behind" style={{ backgroundImage: `url(/overlay/media/${behind})` }} />
    )}
    <OverlayPage socket={socket} wantsSound={wantsSound} />
  </>,
);

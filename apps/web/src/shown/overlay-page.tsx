import type { FromOverlay, PageState, Scene, ShownAlert, ToOverlay } from '@gully/core/overlays';
import { useEffect, useRef, useState } from 'react';
import type { Socket } from 'socket.io-client';
import { PieceBox } from '../pieces/index.js';
import { hasVoice, Sounds } from './sounds.js';

/** Milliseconds without the server after which nothing is shown any more: it may have changed. */
const STALE_MS = 1_500;

/** Milliseconds a piece that is tried stands. */
const TRIED_MS = 4_000;

export type OverlaySocket = Socket<ToOverlay, FromOverlay>;

interface OverlayPageProps {
  readonly socket: OverlaySocket;
  /** whether this page wants to be heard */
  readonly wantsSound: boolean;
}

/** An overlay as it is seen on the stream. It draws what the server says, and nothing else. */
export function OverlayPage({ socket, wantsSound }: OverlayPageProps) {
  const { scene, showing, tried, refused, wasShown } = useScene(socket, wantsSound);
  const size = useWindowSize();
  // One that was on the stream goes without a word: its address was replaced while it was seen.
  if (refused !== undefined && wasShown) return null;
  if (refused !== undefined)
    return (
      <p className="notice">
        {refused === 'unknown'
          ? 'There is no overlay at this address. It may have been given a new one: copy it again in Gully, under Prepare, Overlays.'
          : 'Too many wrong addresses were tried from here. Wait a minute, then reload.'}
      </p>
    );
  if (scene === undefined) return null;
  const { width, height, pieces } = scene;
  const scale = Math.min(size.width / width, size.height / height);
  const cardsApart = pieces.some(({ kind, data }) => kind === 'viewer-card' && data !== null);
  return (
    <main className="scene" style={{ width, height, transform: `scale(${String(scale)})` }}>
      {pieces.map((piece) => (
        <PieceBox key={piece.id} piece={piece} stage={{ alert: showing, cardsApart, tried }} />
      ))}
    </main>
  );
}

function useScene(socket: OverlaySocket, wantsSound: boolean) {
  const [scene, setScene] = useState<Scene>();
  const [showing, setShowing] = useState<ShownAlert | null>(null);
  const [tried, setTried] = useState<ReadonlyMap<string, unknown>>(new Map());
  const [refused, setRefused] = useState<'unknown' | 'too-many'>();
  const [wasShown, setWasShown] = useState(false);
  const state = useRef<PageState>({ visible: true, wantsSound, muted: false, voice: false });
  useEffect(() => {
    const say = (part: Partial<PageState>): void => {
      state.current = { ...state.current, ...part };
      socket.emit('state', state.current);
    };
    const sounds = new Sounds(() => {
      say({ muted: true });
    });
    let gone: ReturnType<typeof setTimeout> | undefined;
    let over: ReturnType<typeof setTimeout> | undefined;
    const show = (alert: ShownAlert | null): void => {
      clearTimeout(over);
      setShowing((before) => {
        if (before !== null && before.id !== alert?.id) sounds.stop();
        return alert === null ? null : withVoice(alert);
      });
      if (alert === null) return;
      sounds.alert(alert);
      // By itself too, so that nothing stays where the connection is lost.
      over = setTimeout(
        () => {
          setShowing(null);
        },
        Math.max(0, alert.ms - alert.elapsed),
      );
    };
    const seen = (): void => {
      const visible = document.visibilityState === 'visible';
      if (!visible) sounds.stop();
      say({ visible });
    };
    socket.on('scene', (next) => {
      clearTimeout(gone);
      sounds.audible = next.audible;
      setScene(next);
      setWasShown(true);
      show(next.showing);
      seen();
      say({ voice: hasVoice(), muted: isMuted() });
    });
    socket.on('data', ({ id, data }) => {
      setScene((before) =>
        before === undefined
          ? before
          : {
              ...before,
              pieces: before.pieces.map((piece) => (piece.id === id ? { ...piece, data } : piece)),
            },
      );
    });
    socket.on('showing', show);
    socket.on('test', ({ id, data }) => {
      setTried((before) => new Map(before).set(id, data));
      setTimeout(() => {
        setTried((before) => new Map([...before].filter(([each]) => each !== id)));
      }, TRIED_MS);
    });
    socket.on('sound', ({ url, volume }) => {
      sounds.play(url, volume);
    });
    socket.on('audible', (audible) => {
      sounds.audible = audible;
      if (!audible) sounds.stop();
    });
    socket.on('refused', (why) => {
      setRefused(why);
      // Trying again would only be refused again.
      socket.disconnect();
    });
    socket.on('disconnect', () => {
      gone = setTimeout(() => {
        sounds.stop();
        setScene(undefined);
        setShowing(null);
      }, STALE_MS);
    });
    document.addEventListener('visibilitychange', seen);
    socket.connect();
    return () => {
      document.removeEventListener('visibilitychange', seen);
      clearTimeout(gone);
      clearTimeout(over);
      sounds.stop();
      socket.off();
      socket.disconnect();
    };
  }, [socket]);
  return { scene, showing, tried, refused, wasShown };
}

/** Without a voice, what would be read aloud is shown. */
function withVoice(alert: ShownAlert): ShownAlert {
  return alert.speak === '' || alert.text !== '' || hasVoice() ? alert : { ...alert, text: alert.speak };
}

/** Whether the browser waits for a click before it plays anything. */
function isMuted(): boolean {
  const context = new AudioContext();
  const muted = context.state === 'suspended';
  void context.close();
  return muted;
}

function useWindowSize(): { readonly width: number; readonly height: number } {
  const [size, setSize] = useState({ width: innerWidth, height: innerHeight });
  useEffect(() => {
    const resized = (): void => {
      setSize({ width: innerWidth, height: innerHeight });
    };
    addEventListener('resize', resized);
    return () => {
      removeEventListener('resize', resized);
    };
  }, []);
  return size;
}

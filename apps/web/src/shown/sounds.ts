import type { ShownAlert } from '@gully/core/overlays';

/** An alert that is older than this when it comes was heard before, or is no use to be heard late. */
const FRESH_MS = 2_000;
/** Alerts whose sound was played; more than a stage ever has waiting. */
const REMEMBERED = 500;

/** Plays what is heard of alerts, each once, while this page is the one that is heard and is seen. */
export class Sounds {
  private readonly played = new Set<string>();
  private readonly playing = new Set<HTMLAudioElement>();
  audible = false;

  /** @param whenMuted is told when the browser lets nothing be played without a click */
  constructor(private readonly whenMuted: () => void) {}

  alert({ id, sound, volume, speak, elapsed }: ShownAlert): void {
    if (this.played.has(id)) return;
    this.played.add(id);
    for (const oldest of this.played) {
      if (this.played.size <= REMEMBERED) break;
      this.played.delete(oldest);
    }
    if (elapsed > FRESH_MS) return;
    if (sound !== null) this.play(sound, volume);
    if (speak !== '' && hasVoice() && this.mayPlay()) {
      const spoken = new SpeechSynthesisUtterance(speak);
      spoken.volume = volume / 100;
      speechSynthesis.speak(spoken);
    }
  }

  play(url: string, volume: number): void {
    if (!this.mayPlay()) return;
    const audio = new Audio(url);
    audio.volume = volume / 100;
    this.playing.add(audio);
    audio.addEventListener('ended', () => this.playing.delete(audio));
    audio.play().catch((error: unknown) => {
      this.playing.delete(audio);
      if (error instanceof DOMException && error.name === 'NotAllowedError') this.whenMuted();
    });
  }

  /** Silences all at once: the page is hidden, what was shown was skipped, or another page is heard now. */
  stop(): void {
    for (const audio of this.playing) audio.pause();
    this.playing.clear();
    if ('speechSynthesis' in globalThis) speechSynthesis.cancel();
  }

  private mayPlay(): boolean {
    return this.audible && document.visibilityState === 'visible';
  }
}

/** Whether this browser has a voice to read with. */
export function hasVoice(): boolean {
  return 'speechSynthesis' in globalThis && speechSynthesis.getVoices().length > 0;
}

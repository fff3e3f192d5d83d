import { useEffect } from "react";
import type { BenchSettings, StandingBatch } from "@yule/derive";
import { useLatest } from "../../kit/useLatest.ts";
import { isQuiet } from "../../plan/settings.ts";

/** A moment at the bench worth a sign: a wet window opens, is about to close, or a panel is dry. */
export interface Sign {
  readonly key: string;
  readonly at: number;
  readonly kind: "opens" | "closes" | "dry";
}

/** Before a window closes she is called so many minutes ahead. */
const AHEAD = 1;

/** All signs that are still to come at the table. */
export function signsAt(lying: readonly StandingBatch[], now: Date): Sign[] {
  return lying
    .flatMap(({ states, route }) =>
      states.flatMap(({ unit, done, wetness, dryAt }): Sign[] => {
        if (!dryAt || wetness.state === "spoilt") return [];
        const within = route[done]?.within;
        const key = `${unit}/${String(done)}`;
        if (within == null) return [{ key, at: dryAt.getTime(), kind: "dry" }];
        return [
          { key: `${key}/opens`, at: dryAt.getTime(), kind: "opens" },
          { key: `${key}/closes`, at: dryAt.getTime() + Math.max(0, within - AHEAD) * 60_000, kind: "closes" },
        ];
      }),
    )
    .filter(({ at }) => at > now.getTime())
    .sort((a, b) => a.at - b.at);
}

const TUNES: Readonly<Record<Sign["kind"], readonly number[]>> = { opens: [660, 880], closes: [880, 880, 880], dry: [520] };
const BUZZES: Readonly<Record<Sign["kind"], readonly number[]>> = { opens: [120, 80, 120], closes: [200, 80, 200, 80, 200], dry: [80] };
const NOTE_SECONDS = 0.18;

let audio: AudioContext | null = null;
function chime(notes: readonly number[]): void {
  audio ??= new AudioContext();
  const from = audio.currentTime;
  notes.forEach((pitch, index) => {
    if (!audio) return;
    const [tone, volume] = [audio.createOscillator(), audio.createGain()];
    tone.frequency.value = pitch;
    volume.gain.setValueAtTime(0.001, from + index * NOTE_SECONDS);
    volume.gain.exponentialRampToValueAtTime(0.2, from + index * NOTE_SECONDS + 0.02);
    volume.gain.exponentialRampToValueAtTime(0.001, from + (index + 1) * NOTE_SECONDS);
    tone.connect(volume).connect(audio.destination);
    tone.start(from + index * NOTE_SECONDS);
    tone.stop(from + (index + 1) * NOTE_SECONDS);
  });
}

/** Gives a sign by sound and by shaking, where the device can and the hour allows. */
export function playSign(kind: Sign["kind"], settings: BenchSettings, hour: number): void {
  if (isQuiet(settings, hour)) return;
  if (settings.chimes && typeof AudioContext !== "undefined") chime(TUNES[kind]);
  if (settings.vibrates && "vibrate" in navigator) navigator.vibrate([...BUZZES[kind]]);
}

/** One timer, set for the next sign alone; none while nothing is wet. @param soonest the signs to come, soonest first */
export function useSigns(soonest: readonly Sign[], now: () => Date, settings: BenchSettings): void {
  const [next] = soonest;
  const latest = useLatest({ settings, now, kind: next?.kind });
  const [key, at] = [next?.key, next?.at];
  useEffect(() => {
    if (key === undefined || at === undefined) return;
    const play = (): void => {
      const { kind } = latest.current;
      if (kind) playSign(kind, latest.current.settings, new Date().getHours());
    };
    const timer = setTimeout(play, Math.max(0, at - latest.current.now().getTime()));
    return () => clearTimeout(timer);
  }, [key, at, latest]);
}

/** Keeps the screen on while she is at the bench, and again after the page was hidden. */
export function useAwake(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const hold = (): void => {
      if (document.visibilityState !== "visible") return;
      // A device low on power refuses, and the screen goes dark as it otherwise would.
      navigator.wakeLock.request("screen").then(
        (held) => (gone ? void held.release() : (lock = held)),
        () => undefined,
      );
    };
    hold();
    document.addEventListener("visibilitychange", hold);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", hold);
      void lock?.release();
    };
  }, [wanted]);
}

/** Says what is to be done when it changes, by the platform's voice if it has one. */
export function useVoice(words: string, wanted: boolean): void {
  useEffect(() => {
    if (!wanted || words === "" || !("speechSynthesis" in window)) return;
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(words));
  }, [words, wanted]);
}

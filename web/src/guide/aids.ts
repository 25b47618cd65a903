// What the browser may lend the guide: sound, speech, a screen that stays on.

let audio: AudioContext | undefined;

/** A short tone; nothing where there is no sound. */
export function beep(high = false): void {
  try {
    audio ??= new AudioContext();
    const tone = audio.createOscillator();
    const loud = audio.createGain();
    tone.frequency.value = high ? 1320 : 880;
    loud.gain.setValueAtTime(0.15, audio.currentTime);
    loud.gain.exponentialRampToValueAtTime(0.001, audio.currentTime + 0.35);
    tone.connect(loud).connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + 0.36);
  } catch {
    // No sound here; the screen says it too.
  }
}

/** The sound of this page, once it has been touched; nothing where there is none. */
export function audioNow(): AudioContext | undefined {
  try {
    audio ??= new AudioContext();
    if (audio.state === "suspended") void audio.resume();
    return audio;
  } catch {
    return undefined;
  }
}

/**
 * Plays three tones at a moment of the sound's own clock, which no slowed timer touches, unless somebody
 * looks by then; then says that it is so far. Returns what takes it back.
 */
export function tone(ctx: AudioContext, at: number, then: () => void, wanted: () => boolean): () => void {
  const loud = ctx.createGain();
  loud.gain.value = 0;
  loud.connect(ctx.destination);
  const tick = ctx.createConstantSource();
  tick.connect(loud);
  tick.start();
  tick.stop(at);
  tick.onended = () => {
    then();
    if (!wanted()) return;
    for (let i = 0; i < 3; i++) {
      const t = ctx.createOscillator();
      const g = ctx.createGain();
      t.frequency.value = 1320;
      const from = ctx.currentTime + i * 0.5;
      g.gain.setValueAtTime(0.2, from);
      g.gain.exponentialRampToValueAtTime(0.001, from + 0.4);
      t.connect(g).connect(ctx.destination);
      t.start(from);
      t.stop(from + 0.41);
    }
  };
  return () => {
    tick.onended = null;
    try {
      tick.stop();
    } catch {
      // It is over.
    }
    tick.disconnect();
    loud.disconnect();
  };
}

/** Says a sentence aloud; nothing where there is no voice. */
export function speak(text: string): void {
  if (!("speechSynthesis" in window)) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}

/** Shakes the phone shortly; nothing where it cannot. */
export function shake(long = false): void {
  // A browser refuses it on a page that nobody has touched: the brew may be guided on another device.
  if (!("vibrate" in navigator) || navigator.userActivation?.hasBeenActive === false) return;
  navigator.vibrate(long ? [80, 60, 80] : 60);
}

/** Whether the screen may be kept on here: only where the page came safely, or from this device. */
export const mayStayOn = (): boolean => "wakeLock" in navigator;

/** Keeps the screen on until the returned function is called; says so where the device refuses it. */
export function keepAwake(refused: () => void): () => void {
  let lock: WakeLockSentinel | undefined;
  let over = false;
  const ask = () => {
    if (!("wakeLock" in navigator) || document.visibilityState !== "visible") return;
    navigator.wakeLock.request("screen").then(
      (l) => {
        if (over) void l.release();
        else lock = l;
      },
      () => !over && document.visibilityState === "visible" && refused(),
    );
  };
  ask();
  document.addEventListener("visibilitychange", ask);
  return () => {
    over = true;
    document.removeEventListener("visibilitychange", ask);
    void lock?.release();
  };
}

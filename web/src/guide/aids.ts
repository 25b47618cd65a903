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

/** Says a sentence aloud; nothing where there is no voice. */
export function speak(text: string): void {
  if (!("speechSynthesis" in window)) return;
  window.speechSynthesis.cancel();
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}

/** Shakes the phone shortly; nothing where it cannot. */
export function shake(long = false): void {
  if ("vibrate" in navigator) navigator.vibrate(long ? [80, 60, 80] : 60);
}

/** Whether the screen may be kept on here: only where the page came safely, or from this device. */
export const mayStayOn = (): boolean => "wakeLock" in navigator;

/** Keeps the screen on until the returned function is called. */
export function keepAwake(): () => void {
  let lock: WakeLockSentinel | undefined;
  let over = false;
  const ask = () => {
    if (!("wakeLock" in navigator) || document.visibilityState !== "visible") return;
    navigator.wakeLock.request("screen").then(
      (l) => {
        if (over) void l.release();
        else lock = l;
      },
      () => undefined,
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

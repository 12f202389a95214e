// What wet hands need: a buzz for what was kept, a screen that stays awake, a headset's button.
import { useEffect, useRef } from "react";

/** Short for kept, three for not kept; nothing where the device cannot. */
export function buzz(kept: boolean): void {
  navigator.vibrate?.(kept ? 40 : [60, 60, 60, 60, 60]);
}

/** The screen stays on while ``on``; asked for again when the page is seen again. */
export function useAwake(on: boolean): void {
  useEffect(() => {
    if (!on || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let over = false;
    const take = () => {
      if (document.visibilityState !== "visible") return;
      navigator.wakeLock.request("screen").then((got) => {
        if (over) void got.release();
        else lock = got;
      }, () => undefined); // The battery is low, or the browser will not: the count goes on.
    };
    take();
    document.addEventListener("visibilitychange", take);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", take);
      void lock?.release();
    };
  }, [on]);
}

const MEDIA_KEYS = ["MediaPlayPause", "MediaPlay", "MediaPause", "MediaStop"];

/**
 * A headset's button, or a keyboard's play key, as a tap. A browser hands it to a page only while
 * something plays there: silence does, from the touch on that turned it on.
 */
export function useHeadset(on: boolean, press: () => void): void {
  const latest = useRef(press);
  useEffect(() => { latest.current = press; }, [press]);
  useEffect(() => {
    if (!on) return;
    const call = () => latest.current();
    const key = (event: KeyboardEvent) => {
      if (!MEDIA_KEYS.includes(event.key)) return;
      event.preventDefault();
      call();
    };
    window.addEventListener("keydown", key);
    const sound = new Audio("/silence.wav");
    sound.loop = true;
    const play = () => void sound.play().catch(() => undefined);
    play();
    const session = "mediaSession" in navigator ? navigator.mediaSession : null;
    // The button pauses or plays; either way the silence goes on, to be told of the next press.
    for (const action of ["play", "pause"] as const) session?.setActionHandler(action, () => { call(); play(); });
    return () => {
      window.removeEventListener("keydown", key);
      sound.pause();
      for (const action of ["play", "pause"] as const) session?.setActionHandler(action, null);
    };
  }, [on]);
}

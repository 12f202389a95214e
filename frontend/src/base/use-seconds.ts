// Seconds since it was shown, once a frame; once a second for those who asked for less motion.
import { useEffect, useState } from "react";

export function calm(): boolean {
  return window.matchMedia?.("(prefers-reduced-motion: reduce)").matches ?? false;
}

/** Runs from 0 to `until` and then says so. */
export function useSeconds(until: number, onEnd: () => void): number {
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    const start = performance.now();
    const whole = calm();
    let frame = 0;
    const tick = () => {
      const now = (performance.now() - start) / 1000;
      if (now >= until) return onEnd();
      setSeconds(whole ? Math.floor(now) : now);
      frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [until, onEnd]);
  return seconds;
}

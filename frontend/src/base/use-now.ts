// The clock of this device, in s since 1970: looked at now and then, and when the page is seen again.
import { useEffect, useState } from "react";

export function useNow(everyS: number): number {
  const [now, setNow] = useState(() => Date.now() / 1000);
  useEffect(() => {
    const look = () => setNow(Date.now() / 1000);
    const timer = setInterval(look, everyS * 1000);
    document.addEventListener("visibilitychange", look);
    return () => {
      clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [everyS]);
  return now;
}

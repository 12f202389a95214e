import { useEffect, useState } from "react";

/** What a value was when it last stood still for some milliseconds: for what nobody sees while it
 * changes. */
export function useRested<T>(value: T, ms: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const wait = setTimeout(() => setRested(value), ms);
    return () => clearTimeout(wait);
  }, [value, ms]);
  return rested;
}

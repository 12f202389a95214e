import { useLayoutEffect, useRef, useState } from "react";

/** The size of an element in CSS pixels, followed as it changes. */
export function useSize<E extends Element>(start: [number, number]) {
  const ref = useRef<E>(null);
  const [size, setSize] = useState(start);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const take = () => {
      const box = element.getBoundingClientRect();
      const next: [number, number] = [Math.round(box.width), Math.round(box.height)];
      setSize((old) => (old[0] === next[0] && old[1] === next[1] ? old : next));
    };
    take();
    const watch = new ResizeObserver(take);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, size] as const;
}

import { useLayoutEffect, useRef, useState } from "react";

/** The size of an element in CSS pixels, followed as it changes; while it is hidden, what it was. */
export function useSize<E extends Element>(start: [number, number]) {
  const ref = useRef<E>(null);
  const [size, setSize] = useState(start);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const take = () => {
      const box = element.getBoundingClientRect();
      const next: [number, number] = [Math.round(box.width), Math.round(box.height)];
      // Hidden, there is nothing to draw to: no scale comes of a height of 0.
      if (next[0] === 0 || next[1] === 0) return;
      setSize((old) => (old[0] === next[0] && old[1] === next[1] ? old : next));
    };
    take();
    const watch = new ResizeObserver(take);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return [ref, size] as const;
}

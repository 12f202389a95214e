import { useLayoutEffect, useRef } from "react";

/** Keeps an element as tall as it has been at this width, until what it is of changes: what stands
 * beside it stays where it is while its words change. of : null where nothing is kept */
export function useTallest<E extends HTMLElement>(of: object | null) {
  const ref = useRef<E>(null);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element || !of) return;
    let [width, height] = [0, 0];
    const watch = new ResizeObserver(() => {
      if (element.offsetWidth !== width) {
        width = element.offsetWidth;
        height = 0;
        element.style.minHeight = "";
      }
      if (element.offsetHeight <= height) return;
      height = element.offsetHeight;
      element.style.minHeight = `${height}px`;
    });
    watch.observe(element);
    return () => {
      watch.disconnect();
      element.style.minHeight = "";
    };
  }, [of]);
  return ref;
}

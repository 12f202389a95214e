import { useEffect, useState, type RefObject } from "react";
import { flushSync } from "react-dom";

type Told = (seen: boolean) => void;
const told = new Map<Element, Told>();
let eye: IntersectionObserver | undefined;

/** How far beyond the edge of what scrolls something counts as in sight already. */
const MARGIN = "160px";

function opened(): IntersectionObserver {
  // The margin of a box that scrolls inside the page is newer than its types; without it what comes
  // into sight is drawn a frame later.
  const margins: IntersectionObserverInit & { scrollMargin: string } = { rootMargin: MARGIN, scrollMargin: MARGIN };
  // On paper all of it is in sight, whatever is seen of it on the screen meanwhile.
  let printing = false;
  addEventListener("beforeprint", () => {
    printing = true;
    flushSync(() => told.forEach((tell) => tell(true)));
  });
  addEventListener("afterprint", () => {
    printing = false;
    told.forEach((_, element) => {
      eye?.unobserve(element);
      eye?.observe(element);
    });
  });
  return new IntersectionObserver((entries) => entries.forEach((e) => told.get(e.target)?.(printing || e.isIntersecting)), margins);
}

/** Whether an element can be seen, or nearly: a drawing that cannot need not follow each move. */
export function useInSight(ref: RefObject<Element | null>, first: boolean): boolean {
  const [seen, setSeen] = useState(first || typeof IntersectionObserver === "undefined");
  useEffect(() => {
    const element = ref.current;
    if (!element || typeof IntersectionObserver === "undefined") return;
    eye ??= opened();
    const watch = eye;
    told.set(element, setSeen);
    watch.observe(element);
    return () => {
      told.delete(element);
      watch.unobserve(element);
    };
  }, [ref]);
  return seen;
}

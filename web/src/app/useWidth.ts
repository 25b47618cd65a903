import { useLayoutEffect, useRef, useState } from "react";

/** The width of an element in whole pixels, followed as it changes; at least `least`. */
export function useWidth(first = 960, least = 320) {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(first);
  // Before the first picture: nothing is drawn at a width that it then has not.
  useLayoutEffect(() => {
    const el = ref.current;
    if (!el) return;
    const put = (w: number) => setWidth(Math.max(least, Math.round(w)));
    const { paddingLeft, paddingRight } = getComputedStyle(el);
    if (el.clientWidth > 0) put(el.clientWidth - parseFloat(paddingLeft) - parseFloat(paddingRight));
    const watch = new ResizeObserver(([entry]) => entry && put(entry.contentRect.width));
    watch.observe(el);
    return () => watch.disconnect();
  }, [least]);
  return [ref, width] as const;
}

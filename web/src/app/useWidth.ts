import { useEffect, useRef, useState } from "react";

/** The width of an element in whole pixels, followed as it changes; at least `least`. */
export function useWidth(first = 960, least = 320) {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(first);
  useEffect(() => {
    const el = ref.current;
    if (!el) return;
    const watch = new ResizeObserver(
      ([entry]) => entry && setWidth(Math.max(least, Math.round(entry.contentRect.width))),
    );
    watch.observe(el);
    return () => watch.disconnect();
  }, [least]);
  return [ref, width] as const;
}

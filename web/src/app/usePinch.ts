import { useEffect, useState, type RefObject } from "react";

const MOST = 4;

/** How much wider something is drawn than its room: two fingers on it, apart and together, change that. */
export function usePinch(ref: RefObject<HTMLElement | null>): number {
  const [zoom, setZoom] = useState(1);
  useEffect(() => {
    const el = ref.current;
    if (!el) return;
    let from: { apart: number; zoom: number; share: number; x: number } | undefined;
    let now = 1;
    const between = (e: TouchEvent) => {
      const [a, b] = [e.touches[0], e.touches[1]];
      return a && b
        ? { apart: Math.abs(a.clientX - b.clientX) + 1, x: (a.clientX + b.clientX) / 2 }
        : undefined;
    };
    const begin = (e: TouchEvent) => {
      const two = between(e);
      const left = el.getBoundingClientRect().left;
      from = two && {
        ...two,
        zoom: now,
        share: (el.scrollLeft + two.x - left) / Math.max(el.scrollWidth, 1),
      };
    };
    const move = (e: TouchEvent) => {
      const two = between(e);
      if (!two || !from) return;
      e.preventDefault();
      now = Math.min(Math.max((from.zoom * two.apart) / from.apart, 1), MOST);
      setZoom(now);
      // What was between the fingers stays there.
      el.scrollLeft = from.share * el.scrollWidth - (two.x - el.getBoundingClientRect().left);
    };
    const end = () => {
      from = undefined;
    };
    el.addEventListener("touchstart", begin, { passive: true });
    el.addEventListener("touchmove", move, { passive: false });
    el.addEventListener("touchend", end, { passive: true });
    return () => {
      el.removeEventListener("touchstart", begin);
      el.removeEventListener("touchmove", move);
      el.removeEventListener("touchend", end);
    };
  }, [ref]);
  return zoom;
}

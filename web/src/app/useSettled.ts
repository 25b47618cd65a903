import { useEffect, useRef, useState } from "react";

const STILL_MS = 90;

/** A value once it has stood still for a moment. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  const text = JSON.stringify(value);
  const latest = useRef(value);
  useEffect(() => {
    latest.current = value;
  });
  useEffect(() => {
    const timer = setTimeout(() => setSettled(latest.current), STILL_MS);
    return () => clearTimeout(timer);
  }, [text]);
  // The first is asked for at once.
  return settled ?? value;
}

import { useEffect, useRef, useState, type RefObject } from 'react';

/** Size of an element in CSS pixels, kept up to date; `first` until it is known. */
export function useSize<T extends HTMLElement>(
  first: readonly [number, number],
): [RefObject<T | null>, number, number] {
  const ref = useRef<T>(null);
  const [[width, height], setSize] = useState(first);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(([{ contentRect: r }]) => setSize([Math.round(r.width), Math.round(r.height)]));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, width, height];
}

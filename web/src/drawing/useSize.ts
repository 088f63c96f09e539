import { useEffect, useState, type RefCallback } from 'react';

/** Size of an element in CSS pixels, kept up to date, whenever the element comes; `first` until it is known. */
export function useSize<T extends HTMLElement>(first: readonly [number, number]): [RefCallback<T>, number, number] {
  const [element, setElement] = useState<T | null>(null);
  const [[width, height], setSize] = useState(first);
  useEffect(() => {
    if (!element) return undefined;
    const observer = new ResizeObserver(([{ contentRect: r }]) => setSize([Math.round(r.width), Math.round(r.height)]));
    observer.observe(element);
    return () => observer.disconnect();
  }, [element]);
  return [setElement, width, height];
}

import type { RefCallback } from 'react';
import { useSize } from './useSize';

/** Width of an element in CSS pixels, kept up to date; `first` until it is known. */
export function useWidth<T extends HTMLElement>(first: number): [RefCallback<T>, number] {
  const [ref, width] = useSize<T>([first, 0]);
  return [ref, width];
}

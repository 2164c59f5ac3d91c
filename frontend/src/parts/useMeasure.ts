import { useLayoutEffect, useRef, useState } from "react";

/** The width that an element has, for drawing into it; `first` until it has been laid out, kept while it is hidden. */
export function useMeasure(first: number) {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(first);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => element.clientWidth > 0 && setWidth(Math.floor(element.clientWidth));
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, []);
  return [ref, width] as const;
}

import { useLayoutEffect, useState, type RefObject } from 'react';

/**
 * How many screen pixels a millimetre of the plate takes, so that figures keep a readable size on any screen.
 * @param seen width of what is seen of it
 */
export function usePixelsPerMm(svg: RefObject<SVGSVGElement | null>, seen: number): number {
  const [scale, setScale] = useState(1.6);
  useLayoutEffect(() => {
    const element = svg.current;
    if (!element) return;
    const measure = () => {
      const found = element.getScreenCTM?.()?.a;
      if (found && found > 0) setScale(found);
    };
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    measure();
    return () => observer.disconnect();
  }, [svg, seen]);
  return scale;
}

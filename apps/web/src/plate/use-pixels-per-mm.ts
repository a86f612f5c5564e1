import { useEffect, useState, type RefObject } from 'react';

/** How many screen pixels a millimetre of the plate takes, so that figures keep a readable size on any screen. */
export function usePixelsPerMm(svg: RefObject<SVGSVGElement | null>): number {
  const [scale, setScale] = useState(1.6);
  useEffect(() => {
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
  }, [svg]);
  return scale;
}

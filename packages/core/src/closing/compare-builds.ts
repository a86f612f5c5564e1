/**
 * Builds beside each other: what those that turned out well have in common, and where the others lie. Figures as
 * logarithms: all are above nothing.
 */
export interface ComparedBuild {
  id: string;
  number: number;
  name: string;
  /** Turned out well, did not, or nobody said yet. */
  good: boolean | null;
  /** SI, by name. */
  figures: Readonly<Record<string, number | null>>;
}

export interface SharedFigure {
  name: string;
  /** Of the good ones. */
  least: number;
  most: number;
  /** Their width against that of all builds (0..1): the smaller, the more they agree where others differ. */
  width: number;
  /** Numbers of builds that did not turn out well and lie outside of what the good ones have. */
  outside: number[];
}

/** One good build has no width; what lies this far from it counts as outside [log]. */
const BESIDE = 0.03;
const MOST_SHARED = 0.5;

/** What tells the good ones from the others best comes first; figures that say nothing are left out. */
export function sharedByGood(builds: readonly ComparedBuild[]): SharedFigure[] {
  const names = [...new Set(builds.flatMap(({ figures }) => Object.keys(figures)))];
  const found = names.flatMap((name): SharedFigure[] => {
    const known = builds.flatMap(({ number, good, figures }) =>
      (figures[name] ?? 0) > 0 ? [{ number, good, log: Math.log(figures[name]!) }] : [],
    );
    const [good, bad] = [known.filter((one) => one.good), known.filter((one) => one.good === false)];
    if (good.length === 0 || bad.length === 0) return [];
    const [low, high] = [Math.min(...good.map(({ log }) => log)), Math.max(...good.map(({ log }) => log))];
    const all = [...good, ...bad].map(({ log }) => log);
    const whole = Math.max(...all) - Math.min(...all);
    const outside = bad.filter(({ log }) => log < low - BESIDE || log > high + BESIDE).map(({ number }) => number);
    const width = whole === 0 ? 1 : (high - low) / whole;
    return outside.length === 0 || width > MOST_SHARED
      ? []
      : [{ name, least: Math.exp(low), most: Math.exp(high), width, outside }];
  });
  const apart = ({ name, least, most, outside }: SharedFigure) =>
    Math.max(
      ...builds
        .filter(({ number }) => outside.includes(number))
        .map(({ figures }) => Math.max(Math.log(least / figures[name]!), Math.log(figures[name]! / most))),
    );
  return found.sort((a, b) => b.outside.length - a.outside.length || apart(b) - apart(a));
}

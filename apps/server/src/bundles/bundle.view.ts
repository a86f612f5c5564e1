export class BundledBuildView {
  id: string;
  number: number;
  name: string;
}

/** What became of the builds of a bundle. */
export class BundleReadView {
  /** New on this bench; a number that was taken is another one here. */
  added: BundledBuildView[];
  /** Here already: they stay as they are. */
  here: BundledBuildView[];
}

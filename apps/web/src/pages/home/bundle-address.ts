/** Where a build, or all of them, lies as open files. */
export const bundleAddress = (buildId?: string) =>
  buildId === undefined ? '/api/v1/bundle' : `/api/v1/builds/${buildId}/bundle`;

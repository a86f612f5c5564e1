/** Freedoms of a node, in the plate's axes. */
export const DOF = { u: 0, v: 1, w: 2, thetaX: 3, thetaY: 4, thetaZ: 5 } as const;

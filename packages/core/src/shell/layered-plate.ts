/**
 * Stiffness of a plate of layers about its own neutral plane, each layer with its own grain: membrane, bending,
 * transverse shear, mass. SI.
 */
export interface ShellMaterial {
  density: number;
  E_L: number;
  E_C: number;
  G_LC: number;
  nu_LC: number;
  /** Transverse shear moduli along and across the grain [Pa]. */
  G_LT: number;
  G_CT: number;
}

export interface PlateLayer {
  material: ShellMaterial;
  /** Grain from the x axis [rad]. */
  angle: number;
  thickness: number;
  /** Middle of the layer over the reference plane [m]. */
  at: number;
  /**
   * How far it goes along with the plate in its plane, along its grain and across it (1): less near its edges, where
   * shear has not yet taken it along. Whole where missing.
   */
  held?: readonly [number, number];
  /** A core between skins: its shear alone is the plate's. Source: Allen, Structural Sandwich Panels, ch. 2. */
  core?: boolean;
}

export interface LayeredPlate {
  /** 3 x 3 [N/m], 3 x 3 [N]: what bending about the neutral plane stretches, 3 x 3 [N m], 2 x 2 [N/m]. */
  A: Float64Array;
  B: Float64Array;
  D: Float64Array;
  H: Float64Array;
  /** Neutral plane over the reference plane [m]. */
  neutral: number;
  /** [kg/m2], centre of mass over the reference plane [m], rotary inertia about that [kg]. */
  rhoH: number;
  massAt: number;
  rotary: number;
}

export function layeredPlate(layers: readonly PlateLayer[]): LayeredPlate {
  const sums = layers.map((layer) => {
    const Q = planeStress(layer.material, layer.angle);
    return { ...layer, Q, along: layer.held ? planeStress(layer.material, layer.angle, layer.held) : Q };
  });
  const trace = (Q: Float64Array) => Q[0] + Q[4];
  const weight = sums.reduce((sum, { along, thickness }) => sum + trace(along) * thickness, 0);
  const neutral = sums.reduce((sum, { along, thickness, at }) => sum + trace(along) * thickness * at, 0) / weight;
  const [A, B, D] = [new Float64Array(9), new Float64Array(9), new Float64Array(9)];
  for (const { along, thickness: h, at } of sums) {
    const arm = at - neutral;
    for (let i = 0; i < 9; i++) {
      A[i] += along[i] * h;
      B[i] += along[i] * h * arm;
      D[i] += along[i] * (h ** 3 / 12 + h * arm * arm);
    }
  }
  const H = throughShear(sums);
  const core = layers.find((layer) => layer.core);
  if (core) H.set(coreShear(core, layers));
  const rhoH = layers.reduce((sum, { material, thickness }) => sum + material.density * thickness, 0);
  const massAt = layers.reduce((sum, { material, thickness, at }) => sum + material.density * thickness * at, 0) / rhoH;
  const rotary = layers.reduce(
    (sum, { material, thickness: h, at }) => sum + material.density * (h ** 3 / 12 + h * (at - massAt) ** 2),
    0,
  );
  return { A, B, D, H, neutral, rhoH, massAt, rotary };
}

/** Gauss points and weights over a unit length: exact for the square of a parabola. */
const GAUSS = [
  [0.5 - Math.sqrt(0.15), 5 / 18],
  [0.5, 8 / 18],
  [0.5 + Math.sqrt(0.15), 5 / 18],
] as const;

type LayerInAxes = PlateLayer & { Q: Float64Array };

/**
 * Stiffness against shear through the thickness, 2 x 2 [N/m]: as much energy as the shear that bending sends through
 * the real layers. One layer has 5/6 G h of it.
 * Source: Whitney, Structural Analysis of Laminated Anisotropic Plates, ch. 10 (cylindrical bending).
 */
function throughShear(layers: readonly LayerInAxes[]): Float64Array {
  const upward = [...layers].sort((a, b) => a.at - b.at);
  const moduli = ({ angle, material: { G_LT, G_CT } }: PlateLayer) => {
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return { x: c * c * G_LT + s * s * G_CT, y: s * s * G_LT + c * c * G_CT, mixed: c * s * (G_LT - G_CT) };
  };
  const plain = (of: 'x' | 'y' | 'mixed') =>
    layers.reduce((sum, layer) => sum + layer.thickness * moduli(layer)[of], 0);
  if (layers.length === 1) {
    const { x, y, mixed } = moduli(layers[0]);
    return Float64Array.of(x, mixed, mixed, y).map((G) => (5 / 6) * G * layers[0].thickness);
  }
  const x = shearOneWay(upward.map((layer) => ({ ...layer, stiffness: layer.Q[0], G: moduli(layer).x })));
  const y = shearOneWay(upward.map((layer) => ({ ...layer, stiffness: layer.Q[4], G: moduli(layer).y })));
  const mixed = plain('mixed') * Math.sqrt((x * y) / (plain('x') * plain('y')));
  return Float64Array.of(x, mixed, mixed, y);
}

interface ShearedLayer {
  thickness: number;
  at: number;
  stiffness: number;
  G: number;
}

/**
 * One over the integral of the shear flow's square over G, for a flow of one in all.
 * @param layers from the lowest up
 */
function shearOneWay(layers: readonly ShearedLayer[]): number {
  const whole = layers.reduce((sum, { stiffness, thickness }) => sum + stiffness * thickness, 0);
  const neutral = layers.reduce((sum, { stiffness, thickness, at }) => sum + stiffness * thickness * at, 0) / whole;
  const rigidity = layers.reduce(
    (sum, { stiffness, thickness: h, at }) => sum + stiffness * (h ** 3 / 12 + h * (at - neutral) ** 2),
    0,
  );
  let [compliance, below] = [0, 0];
  for (const { stiffness, thickness, at, G } of layers) {
    const foot = at - thickness / 2 - neutral;
    const flow = (z: number) => below - (stiffness * (z * z - foot * foot)) / 2;
    for (const [place, share] of GAUSS) compliance += (share * thickness * flow(foot + place * thickness) ** 2) / G;
    below = flow(foot + thickness);
  }
  return rigidity ** 2 / compliance;
}

/** G d^2 / c, with d from the middle of one skin to that of the other. */
function coreShear({ material, thickness }: PlateLayer, [first, second]: readonly PlateLayer[]): number[] {
  const share = (first.at - second.at) ** 2 / thickness;
  return [material.G_LT * share, 0, 0, material.G_CT * share];
}

/**
 * ReducedMatrices stiffness of a layer turned by an angle, 3 x 3 [Pa]. Source: Jones, Mechanics of Composite Materials,
 * ch. 2.
 * @param held see PlateLayer
 */
export function planeStress(
  { E_L, E_C, G_LC, nu_LC }: ShellMaterial,
  angle: number,
  [along, across]: readonly [number, number] = [1, 1],
): Float64Array {
  const nu_CL = (nu_LC * E_C) / E_L;
  const per = 1 / (1 - nu_LC * nu_CL);
  const both = Math.sqrt(along * across);
  const [Q11, Q22, Q12, Q66] = [along * E_L * per, across * E_C * per, both * nu_CL * E_L * per, both * G_LC];
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [c2, s2] = [c * c, s * s];
  const q11 = Q11 * c2 * c2 + 2 * (Q12 + 2 * Q66) * c2 * s2 + Q22 * s2 * s2;
  const q22 = Q11 * s2 * s2 + 2 * (Q12 + 2 * Q66) * c2 * s2 + Q22 * c2 * c2;
  const q12 = (Q11 + Q22 - 4 * Q66) * c2 * s2 + Q12 * (c2 * c2 + s2 * s2);
  const q66 = (Q11 + Q22 - 2 * Q12 - 2 * Q66) * c2 * s2 + Q66 * (c2 * c2 + s2 * s2);
  const q16 = (Q11 - Q12 - 2 * Q66) * c2 * c * s + (Q12 - Q22 + 2 * Q66) * c * s2 * s;
  const q26 = (Q11 - Q12 - 2 * Q66) * c * s2 * s + (Q12 - Q22 + 2 * Q66) * c2 * c * s;
  return Float64Array.of(q11, q12, q16, q12, q22, q26, q16, q26, q66);
}

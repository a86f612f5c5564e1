/** Stiffness of a plate of layers about its own neutral plane, each layer with its own grain: membrane, bending, transverse shear, mass. SI. */
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
  /** A core between skins: its shear alone is the plate's. Source: Allen, Structural Sandwich Panels, ch. 2. */
  core?: boolean;
}

export interface LayeredPlate {
  /** 3 x 3 [N/m], 3 x 3 [N m], 2 x 2 [N/m]. */
  A: Float64Array;
  D: Float64Array;
  H: Float64Array;
  /** Neutral plane over the reference plane [m]. */
  neutral: number;
  /** [kg/m2], centre of mass over the reference plane [m], rotary inertia about that [kg]. */
  rhoH: number;
  massAt: number;
  rotary: number;
}

const SHEAR_CORRECTION = 5 / 6;

export function layeredPlate(layers: readonly PlateLayer[]): LayeredPlate {
  const sums = layers.map((layer) => ({ ...layer, Q: planeStress(layer.material, layer.angle) }));
  const trace = (Q: Float64Array) => Q[0] + Q[4];
  const weight = sums.reduce((sum, { Q, thickness }) => sum + trace(Q) * thickness, 0);
  const neutral = sums.reduce((sum, { Q, thickness, at }) => sum + trace(Q) * thickness * at, 0) / weight;
  const [A, D, H] = [new Float64Array(9), new Float64Array(9), new Float64Array(4)];
  for (const { Q, thickness: h, at, material, angle } of sums) {
    const arm = at - neutral;
    for (let i = 0; i < 9; i++) {
      A[i] += Q[i] * h;
      D[i] += Q[i] * (h ** 3 / 12 + h * arm * arm);
    }
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const share = SHEAR_CORRECTION * h;
    H[0] += share * (c * c * material.G_LT + s * s * material.G_CT);
    H[3] += share * (s * s * material.G_LT + c * c * material.G_CT);
    H[1] += share * c * s * (material.G_LT - material.G_CT);
  }
  H[2] = H[1];
  const core = layers.find((layer) => layer.core);
  if (core) H.set(coreShear(core, layers));
  const rhoH = layers.reduce((sum, { material, thickness }) => sum + material.density * thickness, 0);
  const massAt = layers.reduce((sum, { material, thickness, at }) => sum + material.density * thickness * at, 0) / rhoH;
  const rotary = layers.reduce((sum, { material, thickness: h, at }) => sum + material.density * (h ** 3 / 12 + h * (at - massAt) ** 2), 0); // prettier-ignore
  return { A, D, H, neutral, rhoH, massAt, rotary };
}

/** G d^2 / c, with d from the middle of one skin to that of the other. */
function coreShear({ material, thickness }: PlateLayer, [first, second]: readonly PlateLayer[]): number[] {
  const share = (first.at - second.at) ** 2 / thickness;
  return [material.G_LT * share, 0, 0, material.G_CT * share];
}

/** Reduced stiffness of a layer turned by an angle, 3 x 3 [Pa]. Source: Jones, Mechanics of Composite Materials, ch. 2. */
export function planeStress({ E_L, E_C, G_LC, nu_LC }: ShellMaterial, angle: number): Float64Array {
  const nu_CL = (nu_LC * E_C) / E_L;
  const per = 1 / (1 - nu_LC * nu_CL);
  const [Q11, Q22, Q12, Q66] = [E_L * per, E_C * per, nu_CL * E_L * per, G_LC];
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

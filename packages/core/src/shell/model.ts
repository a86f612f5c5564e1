import type { CholeskyPlan } from '../linalg';
import type { TriangleMesh } from '../mesh';
import type { BracePiece } from './brace-elements';
import type { PlateElements } from './plate-elements';

export interface TopModel {
  mesh: TriangleMesh;
  /** Node heights [m]. */
  z: Float64Array;
  plate: PlateElements;
  /** Of each brace, in order along it. */
  pieces: BracePiece[][];
  /**
   * Place of a node in the order of elimination; freedom f of node i is 6 position[i] + f. After the mesh's nodes come
   * those of the braces, of which only the first freedom lives: how far the brace's centroid moves along it.
   */
  position: Int32Array;
  plan: CholeskyPlan;
  K: Float64Array;
  M: Float64Array;
  /** 1 where a freedom is held. */
  held: Uint8Array;
  /** [kg] */
  mass: number;
}

/** What the stand-ins of instruments say. */
export class CaliperLineView {
  line: string;
}

export class InstrumentLineView {
  device: 'dial' | 'scale';
  line: string;
}

export class TopBendView {
  /** [N] */
  load: number;
  /** [m] */
  deflection: number;
}

export class TopMassView {
  /** [kg] */
  mass: number;
}

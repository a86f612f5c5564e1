export class DemoProgressView {
  done: number;
  of: number;
}

export class HealthView {
  status: 'ok';
  /** Which bench answers: what was written for another is not sent here. */
  bench: string;
  /** How far the demo bench is laid out; null where nothing of it is under way. */
  demo: DemoProgressView | null;
}

import type { CantileverJig, Jig, RingJig, SpanJig } from '@nimble/core/wood';

interface DemoJig<J extends Jig> {
  id: string;
  name: string;
  body: J;
}

const jigId = (n: number) => `6f1d7a10-0003-4000-8000-00000000000${n}`;

export const LONG_JIG: DemoJig<SpanJig> = {
  id: jigId(1),
  name: 'Long jig, 400',
  body: { kind: 'three-point', direction: 'along', span: 0.4, loadAt: 0.2, dialAt: 0.2, supportWidth: 2e-3 },
};
export const CROSS_JIG: DemoJig<SpanJig> = {
  id: jigId(2),
  name: 'Cross jig, 240',
  body: { kind: 'three-point', direction: 'across', span: 0.24, loadAt: 0.12, dialAt: 0.12, supportWidth: 2e-3 },
};
export const RING_JIG: DemoJig<RingJig> = {
  id: jigId(3),
  name: 'Ring, 240',
  body: { kind: 'ring', diameter: 0.24, supportWidth: 3e-3 },
};
const CLAMP_JIG: DemoJig<CantileverJig> = {
  id: jigId(4),
  name: 'Clamp, 150 free',
  body: { kind: 'cantilever', direction: 'along', span: 0.15, loadAt: 0.145, dialAt: 0.145, supportWidth: 0 },
};
export const DEMO_JIGS = [LONG_JIG, CROSS_JIG, RING_JIG, CLAMP_JIG];

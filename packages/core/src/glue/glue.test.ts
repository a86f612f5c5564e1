import { drawPattern, usualBridge, usualSettings, type BracingPlan } from '../bracing';
import { defaultHoles, defaultOutline, plateShape } from '../outline';
import { alarmsBetween, GENERIC_GLUES, glueClock, gluePlan, gluingOrder, USUAL_SETUP } from '.';

const shape = plateShape(defaultOutline('steel-string'), defaultHoles('steel-string'));
const drawn = drawPattern(usualSettings('x'), {
  shape,
  hole: { x: 0.152, diameter: 0.098 },
  bridgeAt: 0.29,
  trebleSign: -1,
});
const plan: BracingPlan = {
  ...drawn,
  bridge: usualBridge('steel-string'),
  strings: null,
  archRadius: 7.6,
  dishRadius: 7.6,
  rodThroughHole: false,
};
const glue = GENERIC_GLUES[0];

describe('the order of gluing', () => {
  const order = gluingOrder(plan);
  const at = (id: string) => order.findIndex(({ piece }) => piece.id === id);
  it('has every piece once', () =>
    expect(new Set(order.map(({ piece }) => piece.id)).size).toBe(plan.braces.length + plan.patches.length));
  it('glues the lower leg of the X first, then the leg that passes over it, then what butts against them', () => {
    expect(at('x-bass')).toBeLessThan(at('x-treble'));
    ['tone-1', 'tone-2', 'finger-bass-1', 'finger-treble-1', 'bridge-plate'].forEach((id) =>
      expect(at(id)).toBeGreaterThan(at('x-treble')),
    );
    expect(order[at('x-treble')].reason).toMatch(/passes over X leg to the bass/);
    expect(order[at('tone-1')].reason).toMatch(/butts against/);
  });
  it('turned round, the other leg comes first', () => {
    const turned = gluingOrder({ ...plan, laps: plan.laps.map((lap) => ({ ...lap, lower: 'x-treble' })) });
    expect(turned.findIndex(({ piece }) => piece.id === 'x-treble')).toBeLessThan(
      turned.findIndex(({ piece }) => piece.id === 'x-bass'),
    );
  });
  it('ends even when two pieces wait for each other', () => {
    const [a, b] = plan.braces
      .filter(({ role }) => role === 'x-leg')
      .map((leg) => ({ ...leg, ends: ['butted', 'butted'] as const }));
    expect(gluingOrder({ ...plan, braces: [a, b] })).toHaveLength(2 + plan.patches.length);
  });
});

describe('what fits into one open time', () => {
  const sessions = gluePlan(plan, glue, USUAL_SETUP);
  it('keeps every session within four fifths of the open time and the rods there are', () => {
    sessions.forEach(({ time, rods, pieces }) => {
      expect(time).toBeLessThanOrEqual(0.8 * glue.openTime);
      expect(time).toBe(pieces.length * USUAL_SETUP.timePerPiece);
      expect(rods).toBeLessThanOrEqual(USUAL_SETUP.count);
    });
    expect(sessions.flatMap(({ pieces }) => pieces)).toHaveLength(plan.braces.length + plan.patches.length);
  });
  it('never puts a piece into the session of what it waits for', () => {
    const session = (id: string) => sessions.findIndex(({ pieces }) => pieces.some((piece) => piece.id === id));
    gluingOrder(plan).forEach(({ piece, after }) =>
      after.forEach((id) => expect(session(piece.id)).toBeGreaterThan(session(id))),
    );
  });
  it('needs fewer sessions with a glue that stays open longer and more rods', () => {
    const slow = gluePlan(
      plan,
      GENERIC_GLUES.find(({ id }) => id === 'fish')!,
      { ...USUAL_SETUP, count: 200 },
    );
    expect(slow.length).toBeLessThan(sessions.length);
  });
  it('says the pressure: rods times force over the glue face; a bag presses by its own', () => {
    const leg = sessions.flatMap(({ pieces }) => pieces).find(({ id }) => id === 'x-bass')!;
    expect(leg.pressure).toBeCloseTo((leg.rods * 60) / leg.area, 9);
    expect(leg.wanted).toBeCloseTo(glue.pressureLow * leg.area, 9);
    expect(leg.enough).toBe(leg.pressure >= glue.pressureLow);
    const [bag] = gluePlan(plan, glue, { ...USUAL_SETUP, press: 'vacuum' });
    expect(bag.pieces[0]).toMatchObject({ pressure: 75e3, rods: 0, enough: false }); // wants 150 kPa
  });
  it('asks for a caul over what is tall for its width', () => {
    const leg = sessions.flatMap(({ pieces }) => pieces).find(({ id }) => id === 'x-bass')!;
    expect(leg.caul).toBe(true); // 14.5 over 7.5 mm
    expect(sessions.flatMap(({ pieces }) => pieces).find(({ id }) => id === 'bridge-plate')!.caul).toBe(false);
  });
  it.each([
    [{ force: 0 }, /force/],
    [{ count: 1.5 }, /count/],
    [{ vacuum: 200e3 }, /vacuum/],
    [{ timePerPiece: 1000 }, /timePerPiece/],
  ])('refuses %j', (change, words) => expect(() => gluePlan(plan, glue, { ...USUAL_SETUP, ...change })).toThrow(words));
});

describe('the clock', () => {
  const times = { spreadAt: 1_000_000, pressedAt: null as number | null, releasedAt: null as number | null };
  const minute = 60_000;
  it('counts down the open time, then says it is over and by how much', () => {
    expect(glueClock(times, glue, 1_000_000 + 2 * minute)).toEqual({ phase: 'open', left: 3 * minute, share: 0.4 });
    expect(glueClock(times, glue, 1_000_000 + 6 * minute)).toMatchObject({ phase: 'too-late', left: -minute });
  });
  it('then the time under pressure, then the cure from the moment of pressing', () => {
    const pressed = { ...times, pressedAt: 1_000_000 + 4 * minute };
    expect(glueClock(pressed, glue, pressed.pressedAt + 45 * minute - 1).phase).toBe('pressed');
    expect(glueClock(pressed, glue, pressed.pressedAt + 45 * minute).phase).toBe('may-release');
    const released = { ...pressed, releasedAt: pressed.pressedAt + 60 * minute };
    expect(glueClock(released, glue, released.releasedAt)).toMatchObject({ phase: 'curing', left: 23 * 60 * minute });
    expect(glueClock(released, glue, pressed.pressedAt + 24 * 60 * minute).phase).toBe('cured');
  });
  it('rings each alarm once, however seldom it is looked at', () => {
    const looks = [0, 3.9, 4.1, 4.2, 5.5, 9].map((m) => 1_000_000 + m * minute);
    const rung = looks.slice(1).map((now, i) => alarmsBetween(times, glue, looks[i], now));
    expect(rung).toEqual([[], ['last-minute'], [], ['open-over'], []]);
    expect(alarmsBetween(times, glue, 1_000_000, 1_000_000 + 60 * minute)).toEqual(['last-minute', 'open-over']);
  });
});

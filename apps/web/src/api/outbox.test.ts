import { Refused, Unreachable } from './client';
import { Outbox, type Keeper, type Write } from './outbox';

const write = (label: string): Write => ({ id: label, method: 'POST', path: '/x', body: {}, buildId: 'b', label });

function memory(left: Write[] = []): Keeper & { kept: readonly Write[] } {
  const keeper = {
    kept: left as readonly Write[],
    load: () => Promise.resolve([...left]),
    save: (writes: readonly Write[]) => Promise.resolve(void (keeper.kept = [...writes])),
  };
  return keeper;
}

const settle = () => new Promise((resolve) => setTimeout(resolve, 0));
const ignore = { sent: () => undefined, refused: () => undefined };

describe('outbox', () => {
  it('keeps writes in order while the server is away, and sends them in order when it is back', async () => {
    const sent: string[] = [];
    let away = true;
    const keeper = memory();
    const outbox = new Outbox(keeper, ({ label }) => {
      if (away) return Promise.reject(new Unreachable());
      sent.push(label);
      return Promise.resolve();
    });
    await outbox.open(ignore);
    for (const label of ['A1', 'A2', 'A3']) outbox.add(write(label));
    await settle();
    expect(outbox.snapshot()).toMatchObject({ reachable: false });
    expect(keeper.kept.map((w) => w.label)).toEqual(['A1', 'A2', 'A3']);
    away = false;
    outbox.retry();
    await settle();
    expect(sent).toEqual(['A1', 'A2', 'A3']);
    expect(keeper.kept).toEqual([]);
    expect(outbox.snapshot()).toEqual({ writes: [], reachable: true });
  });
  it('takes up what a closed page left behind, before anything new', async () => {
    const sent: string[] = [];
    const outbox = new Outbox(memory([write('old')]), ({ label }) => Promise.resolve(void sent.push(label)));
    await outbox.open(ignore);
    outbox.add(write('new'));
    await settle();
    expect(sent).toEqual(['old', 'new']);
  });
  it('sets a refused write aside, says why, and goes on with the next', async () => {
    const refused: string[] = [];
    const sent: string[] = [];
    const outbox = new Outbox(memory(), ({ label }) =>
      label === 'bad' ? Promise.reject(new Refused(400, 'no such station')) : Promise.resolve(void sent.push(label)),
    );
    await outbox.open({ sent: () => undefined, refused: (w, error) => refused.push(`${w.label}: ${error.message}`) });
    outbox.add(write('bad'));
    outbox.add(write('good'));
    await settle();
    expect(refused).toEqual(['bad: no such station']);
    expect(sent).toEqual(['good']);
  });
});

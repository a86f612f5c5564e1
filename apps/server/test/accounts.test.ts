/** Accounts: who is let in, by what, as whom; who is sent away. */
import request from 'supertest';
import { aBuild } from './a-build';
import { openApplication, type Application } from './application';

const SECRET = 'a long enough word';
type Agent = Application['http'];

describe('a bench with accounts', () => {
  let api: Application;
  /** A browser of its own: it keeps its cookies. */
  const browser = (): Agent => request.agent(api.app.getHttpServer());
  const at = (path: string) => `/api/v1${path}`;
  const owner = () => browser();
  let ines: Agent;
  let wren: Agent;

  const cookieOf = ({ headers }: { headers: Record<string, unknown> }) => String(headers['set-cookie']);
  const invited = async (body: object) =>
    ((await ines.post(at('/accounts/invitations')).send(body).expect(201)).body as { code: string }).code;

  beforeAll(async () => {
    api = await openApplication();
    ines = owner();
    wren = browser();
  });
  afterAll(() => api.close());

  it('is open to its own machine until somebody has an account, and to nobody else', async () => {
    await browser().get(at('/builds')).expect(200);
    // A proxy on the machine says whom it brings.
    const elsewhere = await browser().get(at('/builds')).set('x-forwarded-for', '192.168.1.30').expect(403);
    expect(elsewhere.body).toMatchObject({ title: expect.stringContaining('until it has an owner') as string });
    await browser().get(at('/health')).set('x-forwarded-for', '192.168.1.30').expect(200);
    await browser()
      .post(at('/accounts/first'))
      .set('x-forwarded-for', '192.168.1.30')
      .send({ name: 'Stranger', password: SECRET })
      .expect(403);
  });

  it('tells browsers to guess nothing, to be framed by nobody, and to fetch from here alone', async () => {
    const { headers } = await browser().get(at('/health')).expect(200);
    expect(headers).toMatchObject({
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'SAMEORIGIN',
      'referrer-policy': 'no-referrer',
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-resource-policy': 'same-origin',
    });
    const policy = String(headers['content-security-policy']);
    for (const part of ["connect-src 'self'", "font-src 'self'", "object-src 'none'", "frame-ancestors 'self'"])
      expect(policy).toContain(part);
    expect(policy).not.toMatch(/https?:|\*/);
    expect(headers).not.toHaveProperty('x-powered-by');
  });

  it('has its first owner made at the machine, once', async () => {
    await ines.post(at('/accounts/first')).send({ name: 'Ines Okafor', password: 'short' }).expect(400);
    const made = await ines.post(at('/accounts/first')).send({ name: ' Ines Okafor ', password: SECRET }).expect(201);
    expect(made.body).toMatchObject({
      accounts: true,
      signedIn: { name: 'Ines Okafor', role: 'owner', shared: false },
    });
    expect(cookieOf(made)).toMatch(/; HttpOnly/);
    expect(cookieOf(made)).toMatch(/; SameSite=Strict/);
    await browser().post(at('/accounts/first')).send({ name: 'Another', password: SECRET }).expect(409);
  });

  it('lets nobody in who is not signed in, from this machine neither', async () => {
    for (const [method, path] of [
      ['get', '/builds'],
      ['get', '/workshop'],
      ['get', '/accounts'],
      ['get', '/bundle'],
      ['post', '/builds'],
      ['post', '/compute/top'],
    ] as const)
      expect([path, (await browser()[method](at(path))).status]).toEqual([path, 401]);
    await ines.get(at('/builds')).expect(200);
    const { body } = await browser().get(at('/sign-in')).expect(200);
    expect(body).toMatchObject({ accounts: true, signedIn: null });
  });

  it('keeps no password, token or code as it is', async () => {
    const code = await invited({ role: 'helper' });
    const { Account } = await import('../src/accounts/account.model');
    const [rows] = await Account.sequelize!.query(
      `select (select json_agg(a) from accounts a)::text || (select json_agg(s) from sessions s)::text || (select json_agg(i) from invitations i)::text as kept`,
    );
    const { kept } = (rows as { kept: string }[])[0]!;
    expect(kept).toContain('$argon2id$');
    for (const secret of [SECRET, code]) expect(kept).not.toContain(secret);
  });

  it('lets in by an invitation, once, in any writing of its code', async () => {
    const code = await invited({ role: 'helper', name: 'Wren Halloran' });
    const typed = code.toLowerCase().replace(/(.{4})/g, '$1-');
    const { body } = await browser()
      .get(at(`/invitations/${typed}`))
      .expect(200);
    expect(body).toMatchObject({ name: 'Wren Halloran', role: 'helper', renews: false });
    const taken = await wren
      .post(at(`/invitations/${typed}`))
      .send({ password: SECRET })
      .expect(201);
    expect(taken.body).toMatchObject({ signedIn: { name: 'Wren Halloran', role: 'helper' } });
    await wren.get(at('/builds')).expect(200);
    await browser()
      .post(at(`/invitations/${code}`))
      .send({ password: SECRET })
      .expect(404);
    await browser().get(at('/invitations/ABCD')).expect(404);
  });

  it('gives a helper the bench, and not the keys to it', async () => {
    await wren.post(at('/builds')).send(aBuild({})).expect(201);
    await wren.post(at('/accounts/invitations')).send({ role: 'owner' }).expect(403);
    await wren.post(at('/bundles')).expect(403);
    const { accounts } = (await wren.get(at('/accounts')).expect(200)).body as {
      accounts: { id: string; name: string }[];
    };
    expect(accounts.map(({ name }) => name)).toEqual(['Wren Halloran']);
    const all = (await ines.get(at('/accounts')).expect(200)).body as { accounts: { id: string; name: string }[] };
    const { id } = all.accounts.find(({ name }) => name === 'Ines Okafor')!;
    await wren.delete(at(`/accounts/${id}/devices`)).expect(403);
    await wren.delete(at(`/accounts/${id}`)).expect(403);
    await ines.delete(at(`/accounts/${id}`)).expect(409); // the last owner
  });

  it('takes no name that has an account by an open invitation', async () => {
    const code = await invited({ role: 'owner' });
    await browser()
      .post(at(`/invitations/${code}`))
      .send({ password: SECRET })
      .expect(400);
    await browser()
      .post(at(`/invitations/${code}`))
      .send({ name: 'ines okafor', password: SECRET })
      .expect(409);
    await ines.get(at('/builds')).expect(200);
  });

  it('sets a new password by an invitation, and signs out wherever the old one was used', async () => {
    const code = await invited({ role: 'owner', name: 'wren halloran' });
    const { body } = await browser()
      .get(at(`/invitations/${code}`))
      .expect(200);
    expect(body).toMatchObject({ renews: true, role: 'helper' }); // what she was, she stays
    const again = browser();
    await again
      .post(at(`/invitations/${code}`))
      .send({ password: 'another long word' })
      .expect(201);
    await wren.get(at('/builds')).expect(401);
    await wren.post(at('/sign-in')).send({ name: 'Wren Halloran', password: SECRET }).expect(401);
    await wren
      .post(at('/sign-in'))
      .send({ name: 'WREN HALLORAN', password: 'another long word', shared: true })
      .expect(200);
    const { signedIn } = (await wren.get(at('/sign-in'))).body as { signedIn: { shared: boolean } };
    expect(signedIn.shared).toBe(true);
  });

  it('signs out here, one other device, and everywhere else', async () => {
    const phone = browser();
    const tablet = browser();
    const enter = (one: Agent) => one.post(at('/sign-in')).send({ name: 'Ines Okafor', password: SECRET }).expect(200);
    await enter(phone);
    await enter(tablet);
    type Listed = { accounts: { id: string; name: string; devices: { id: string }[] }[] };
    const own = async () =>
      ((await ines.get(at('/accounts'))).body as Listed).accounts.find(({ name }) => name === 'Ines Okafor')!;
    expect((await own()).devices).toHaveLength(3);
    await phone.delete(at('/sign-in')).expect(200);
    await phone.get(at('/builds')).expect(401);
    await enter(phone);
    await ines.delete(at(`/accounts/${(await own()).id}/devices`)).expect(204);
    for (const one of [phone, tablet]) await one.get(at('/builds')).expect(401);
    await ines.get(at('/builds')).expect(200);
  });

  it('ends the streams of a device that is signed out from elsewhere, and no other', async () => {
    await api.app.listen(0, '127.0.0.1');
    const enter = async () => {
      const entered = await browser().post(at('/sign-in')).send({ name: 'Ines Okafor', password: SECRET }).expect(200);
      const { session } = (entered.body as { signedIn: { session: string } }).signedIn;
      return { session, cookie: cookieOf(entered).split(';')[0]! };
    };
    const open = async ({ cookie }: { cookie: string }) =>
      fetch(`${await api.app.getUrl()}${at('/changes')}`, { headers: { cookie } });
    const [phone, tablet] = [await enter(), await enter()];
    const [own, other] = [await open(phone), await open(tablet)];
    const first = Promise.race([own.text().then(() => 'phone'), other.text().then(() => 'tablet')]);
    await ines.delete(at(`/accounts/devices/${phone.session}`)).expect(204);
    expect(await first).toBe('phone');
    expect((await open(phone)).status).toBe(401);
    await ines.delete(at(`/accounts/devices/${tablet.session}`)).expect(204);
  });

  it('forgets a device that was not used for three months', async () => {
    const { Session } = await import('../src/accounts/session.model');
    const late = browser();
    await late.post(at('/sign-in')).send({ name: 'Ines Okafor', password: SECRET }).expect(200);
    await Session.sequelize!.query(
      `update sessions set seen_at = now() - interval '91 days' where created_at = (select max(created_at) from sessions)`,
    );
    await late.get(at('/builds')).expect(401);
  });

  it('is tried by one address ten times a minute, and then no more', async () => {
    const thief = (name: string) =>
      browser().post(at('/sign-in')).set('x-forwarded-for', '192.168.1.66').send({ name, password: 'guess' });
    const statuses: number[] = [];
    for (let i = 0; i < 12; i++) statuses.push((await thief(i % 2 ? 'Ines Okafor' : 'Nobody')).status);
    expect(statuses.slice(0, 10)).toEqual(Array(10).fill(401));
    expect(statuses.slice(10)).toEqual([429, 429]);
    await ines.get(at('/builds')).expect(200); // what others do goes on
  });
});

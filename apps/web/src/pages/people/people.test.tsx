import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { Door } from '../../app/Door';
import { Route, Routes } from 'react-router';
import { useState } from 'react';
import { open, Refusal, serve, typeInto } from '../../test/test-bench';
import { JoinPage } from './JoinPage';
import { PeoplePage } from './PeoplePage';

const INES = { account: 'a1', session: 's1', name: 'Ines Okafor', role: 'owner', shared: false };
const signIn = (signedIn: object | null = INES, accounts = true) => ({
  accounts,
  workshop: 'Larkspur Bench',
  signedIn,
});
const device = (id: string, change: object = {}) => ({
  id,
  device: 'Chrome on Android',
  shared: false,
  createdAt: '2026-11-20T10:00:00Z',
  seenAt: '2026-11-20T10:00:00Z',
  ...change,
});
const ACCOUNTS = {
  accounts: [
    { id: 'a1', name: 'Ines Okafor', role: 'owner', createdAt: '2026-11-20T10:00:00Z', devices: [device('s1')] },
    {
      id: 'a2',
      name: 'Wren Halloran',
      role: 'helper',
      createdAt: '2026-11-20T10:00:00Z',
      devices: [device('s2', { shared: true })],
    },
  ],
  invitations: [{ id: 'i1', role: 'helper', name: null, expiresAt: '2026-12-04T06:16:00Z' }],
};
const SHOP = { addresses: ['https://192.168.1.20:4311'], ownCertificate: true };
const shop = { 'GET /sign-in': signIn(), 'GET /accounts': ACCOUNTS, 'GET /shop': SHOP };

describe('people and devices', () => {
  it('begin with the first account, and say what is wrong with it at its field', async () => {
    const asked = serve({
      'GET /sign-in': signIn(null, false),
      'GET /shop': { addresses: [], ownCertificate: false },
      'POST /accounts/first': signIn(),
      'GET /accounts': ACCOUNTS,
    });
    open(<PeoplePage />);
    fireEvent.click(await screen.findByText('Make me the owner'));
    expect(await screen.findByText('Type your name')).toBeInTheDocument();
    typeInto('Your name', 'Ines Okafor');
    typeInto('Password', 'four dusty words');
    typeInto('The same again', 'four dusty swords');
    fireEvent.click(screen.getByText('Make me the owner'));
    expect(await screen.findByText('The two are not the same')).toBeInTheDocument();
    typeInto('The same again', 'four dusty words');
    fireEvent.click(screen.getByText('Make me the owner'));
    await screen.findByText('Who may come in');
    expect(asked.find(({ path }) => path === '/accounts/first')!.body).toEqual({
      name: 'Ines Okafor',
      password: 'four dusty words',
    });
  });

  it('let the bench be named, and refuse no name at the field', async () => {
    const named = { name: 'Larkspur Bench', demo: false, people: [], glues: [] };
    const asked = serve({ ...shop, 'GET /workshop': named, 'PATCH /workshop': { ...named, name: 'Heron Bench' } });
    open(<PeoplePage />);
    await waitFor(() => expect(screen.getByLabelText('The bench is called')).toHaveValue('Larkspur Bench'));
    typeInto('The bench is called', ' ');
    fireEvent.click(screen.getByText('Call it so'));
    expect(await screen.findByText('Give it a name')).toBeInTheDocument();
    typeInto('The bench is called', 'Heron Bench');
    fireEvent.click(screen.getByText('Call it so'));
    await waitFor(() =>
      expect(asked).toContainEqual({ method: 'PATCH', path: '/workshop', body: { name: 'Heron Bench' } }),
    );
    expect(await screen.findByText('Heron Bench')).toBeInTheDocument();
  });

  it('tell where each is signed in, and send them away', async () => {
    const asked = serve(shop);
    open(<PeoplePage />);
    const wren = within(await screen.findByRole('region', { name: 'Wren Halloran' }));
    expect(wren.getByText(/the shop’s own/)).toBeInTheDocument();
    fireEvent.click(wren.getByText('Sign out everywhere'));
    await waitFor(() =>
      expect(asked).toContainEqual({ method: 'DELETE', path: '/accounts/a2/devices', body: undefined }),
    );
    fireEvent.click(wren.getByText('Take the account away …'));
    fireEvent.click(await screen.findByText('Keep it'));
    expect(asked.some(({ path }) => path === '/accounts/a2')).toBe(false);
    const own = within(screen.getByRole('region', { name: 'Ines Okafor' }));
    expect(own.getByText('this device')).toBeInTheDocument();
    expect(own.queryByText('Take the account away …')).toBeNull();
  });

  it('show an invitation as a code to scan and as a link to the shop’s address', async () => {
    const made = { id: 'i2', role: 'helper', name: null, expiresAt: '2026-12-04T06:16:00Z', code: 'ABCDEFGHJKMNPQRS' };
    const asked = serve({ ...shop, 'POST /accounts/invitations': made });
    open(<PeoplePage />);
    fireEvent.click(await screen.findByText('Make an invitation'));
    expect(await screen.findByText('https://192.168.1.20:4311/join/ABCDEFGHJKMNPQRS')).toBeInTheDocument();
    expect(screen.getByRole('img', { name: 'Invitation as a code to scan' })).toBeInTheDocument();
    expect(asked.find(({ path }) => path === '/accounts/invitations')!.body).toEqual({ role: 'helper' });
    fireEvent.click(screen.getByLabelText('Take this invitation back'));
    await waitFor(() =>
      expect(asked.some(({ method, path }) => method === 'DELETE' && path.endsWith('/i1'))).toBe(true),
    );
  });

  it('give a helper his own account and no more', async () => {
    serve({
      ...shop,
      'GET /sign-in': signIn({ ...INES, account: 'a2', session: 's2', name: 'Wren Halloran', role: 'helper' }),
      'GET /accounts': { accounts: [ACCOUNTS.accounts[1]], invitations: [] },
    });
    open(<PeoplePage />);
    await screen.findByRole('region', { name: 'Wren Halloran' });
    expect(screen.queryByText('Make an invitation')).toBeNull();
    expect(screen.queryByText('Take the account away …')).toBeNull();
    expect(screen.getByText('Another password for me')).toBeInTheDocument();
  });
});

describe('who stands at the bench', () => {
  const people = [
    { id: 'p1', name: 'Ines Okafor', role: 'owner', experience: 'some' },
    { id: 'p2', name: 'Wren Halloran', role: '', experience: 'some' },
  ];
  const menu = async (shared: boolean) => {
    serve({
      ...shop,
      'GET /sign-in': signIn({ ...INES, shared }),
      'GET /workshop': { name: 'Larkspur Bench', demo: false, people, glues: [] },
    });
    open(<PeoplePage />);
    await screen.findByText('Who may come in');
    fireEvent.keyDown(screen.getByLabelText('Who is at the bench'), { key: 'Enter' });
    await screen.findByText('Sign out here');
  };
  it('is who is signed in', async () => {
    await menu(false);
    expect(screen.getByText('Signed in as Ines Okafor')).toBeInTheDocument();
    expect(screen.queryByRole('menuitem', { name: /Wren Halloran/ })).toBeNull();
  });
  it('says so by name on the shop’s own tablet', async () => {
    await menu(true);
    fireEvent.click(await screen.findByRole('menuitem', { name: /Wren Halloran/ }));
    await waitFor(() => expect(screen.getByLabelText('Who is at the bench')).toHaveTextContent('Wren'));
  });
});

describe('an invitation', () => {
  const at = (answers: object) => {
    const asked = serve({ 'GET /sign-in': signIn(null), ...answers });
    open(<JoinPage />, { path: '/join/:code', at: '/join/ABCD' });
    return asked;
  };
  it('asks for the name that it does not know', async () => {
    const asked = at({
      'GET /invitations/ABCD': { workshop: 'Larkspur Bench', role: 'helper', name: null, renews: false },
      'POST /invitations/ABCD': signIn(),
    });
    fireEvent.click(await screen.findByText('Come in'));
    expect(await screen.findByText('Say what you are called')).toBeInTheDocument();
    typeInto('Name', 'Wren');
    typeInto('New password', 'four dusty words');
    typeInto('The same again', 'four dusty words');
    fireEvent.click(screen.getByText('Come in'));
    await screen.findByText('elsewhere');
    expect(asked.find(({ method }) => method === 'POST')!.body).toEqual({
      name: 'Wren',
      password: 'four dusty words',
      shared: false,
    });
  });
  it('says why it can’t be taken up', async () => {
    at({ 'GET /invitations/ABCD': new Refusal(404, []) });
    expect(await screen.findByText('This invitation can’t be taken up')).toBeInTheDocument();
  });
});

describe('the door', () => {
  function Page() {
    const [typed, setTyped] = useState('');
    return <input aria-label="Typed" value={typed} onChange={(event) => setTyped(event.target.value)} />;
  }
  const behindTheDoor = () =>
    open(
      <Routes>
        <Route element={<Door />}>
          <Route path="*" element={<Page />} />
        </Route>
      </Routes>,
      { path: '*', at: '/' },
    );

  it('is open where nobody has an account', async () => {
    serve({ 'GET /sign-in': signIn(null, false) });
    behindTheDoor();
    expect(await screen.findByLabelText('Typed')).toBeInTheDocument();
  });
  it('asks who has none of the page yet, and lets in', async () => {
    serve({ 'GET /sign-in': signIn(null), 'POST /sign-in': signIn() });
    behindTheDoor();
    fireEvent.click(await screen.findByText('Sign in'));
    expect(await screen.findByText('Type your password')).toBeInTheDocument();
    expect(screen.queryByLabelText('Typed')).toBeNull();
    typeInto('Name', 'Ines Okafor');
    typeInto('Password', 'four dusty words');
    fireEvent.click(screen.getByText('Sign in'));
    expect(await screen.findByLabelText('Typed')).toBeInTheDocument();
  });
});

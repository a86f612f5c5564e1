import { readSettings } from './settings';

const DATABASE_URL = 'postgres://127.0.0.1/spruce';

describe('settings from the environment', () => {
  it('are numbers where numbers are meant, and left out where nothing is said', () => {
    const settings = readSettings({ DATABASE_URL, PORT: '4310', JOB_LEASE_SECONDS: '1.5', HOST: '' });
    expect(settings).toMatchObject({ DATABASE_URL, PORT: 4310, JOB_LEASE_SECONDS: 1.5 });
    expect(settings.HOST).toBeUndefined();
  });
  it.each([
    ['PORT', 'eighty'],
    ['PORT', '70000'],
    ['DEMO', 'perhaps'],
    ['EXPLORATION_SLICE_MS', '-5'],
    ['LOG_LEVEL', 'loud'],
  ])('refuse %s=%s by name', (name, value) =>
    expect(() => readSettings({ DATABASE_URL, [name]: value })).toThrow(new RegExp(`^${name} `)),
  );
  it('say which database is wanted when none is named', () =>
    expect(() => readSettings({})).toThrow('DATABASE_URL is not set: it names the PostgreSQL database to use'));
});

import { Client } from 'pg';

/** Any numbers that nobody else takes. */
const LOCKS = { data: 4310, demo: 4311 };

/**
 * Of several servers and workers that start on one database one brings the data forward, and one lays out the demo; the
 * others wait for it where they need it.
 */
export async function oneAtATime<T>(url: string, what: keyof typeof LOCKS, work: () => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [LOCKS[what]]);
    return await work();
  } finally {
    await client.end();
  }
}

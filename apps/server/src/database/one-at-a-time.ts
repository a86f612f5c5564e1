import { Client } from 'pg';

/** Any number that nobody else takes. */
const LOCK = 4310;

/** Of several servers that start on one database one brings it forward, and the others wait for it. */
export async function oneAtATime<T>(url: string, work: () => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: url });
  await client.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [LOCK]);
    return await work();
  } finally {
    await client.end();
  }
}

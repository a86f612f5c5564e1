/**
 * A certificate for the shop's network: made once with an authority of this bench's own, and made anew from that where
 * the machine's addresses changed or it grows old. Devices that trust the authority need not be asked again.
 */
import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';

const DAY_MS = 24 * 3_600_000;
const AUTHORITY_DAYS = 3650;
/** Tablets refuse what is made for longer. */
const BENCH_DAYS = 397;
const RENEWED_BEFORE_DAYS = 30;

/** Addresses of this machine on its networks, then its names. @param host one of them alone, or 0.0.0.0 for all */
export function shopNames(host) {
  const all = Object.values(networkInterfaces())
    .flat()
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address);
  if (host !== '0.0.0.0') return [host];
  const name = hostname().toLowerCase();
  return [...all, ...(/^[a-z0-9-]+$/.test(name) ? [`${name}.local`] : [])];
}

/** @returns files of the certificate, its key and its authority */
export async function benchCertificate(data, names) {
  const folder = join(data, 'certificate');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const file = (name) => join(folder, name);
  const files = { certificate: file('bench.crt'), key: file('bench.key'), authority: file('authority.crt') };
  const authority = await authorityIn(files.authority, file('authority.key'));
  if (!holds(files, names)) {
    const { cert, private: key } = await make('Nimble Spruce bench', {
      days: BENCH_DAYS,
      ca: authority,
      extensions: [
        { name: 'basicConstraints', cA: false },
        { name: 'keyUsage', digitalSignature: true, keyEncipherment: true },
        { name: 'extKeyUsage', serverAuth: true },
        { name: 'subjectAltName', altNames: names.map(altName) },
      ],
    });
    write(files.certificate, cert);
    write(files.key, key);
  }
  return files;
}

const altName = (name) => (isIP(name) ? { type: 7, ip: name } : { type: 2, value: name });

async function authorityIn(certificate, key) {
  if (!existsSync(certificate) || !existsSync(key)) {
    const made = await make('Nimble Spruce shop', {
      days: AUTHORITY_DAYS,
      extensions: [
        { name: 'basicConstraints', cA: true, critical: true },
        { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
      ],
    });
    write(key, made.private);
    write(certificate, made.cert);
  }
  return { cert: readFileSync(certificate, 'utf8'), key: readFileSync(key, 'utf8') };
}

/** The package is fetched when it is needed: without --host the program starts without it. */
async function make(commonName, { days, ...options }) {
  const { generate } = await import('selfsigned');
  return generate([{ name: 'commonName', value: commonName }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    notAfterDate: new Date(Date.now() + days * DAY_MS),
    ...options,
  });
}

/** Whether what is there is young enough, of this authority, and says all names. */
function holds({ certificate, key, authority }, names) {
  if (!existsSync(certificate) || !existsSync(key)) return false;
  const found = new X509Certificate(readFileSync(certificate));
  const isOwn = found.checkIssued(new X509Certificate(readFileSync(authority)));
  const isYoung = Date.parse(found.validTo) - Date.now() > RENEWED_BEFORE_DAYS * DAY_MS;
  return isOwn && isYoung && names.every((name) => (isIP(name) ? found.checkIP(name) : found.checkHost(name)));
}

const write = (file, text) => writeFileSync(file, text, { mode: 0o600 });

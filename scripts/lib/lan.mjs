/**
 * The shop on its own network: a TLS front that stands before the application on this machine. Its certificate is made
 * here, for the addresses this machine has, and kept in the data folder.
 */
import { X509Certificate } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import https from 'node:https';
import { hostname, networkInterfaces } from 'node:os';
import path from 'node:path';
import { InTheWay } from './say.mjs';

const YEARS = 2;

/** Addresses of this machine that others on the network reach it by. */
export function lanAddresses() {
  return Object.values(networkInterfaces())
    .flat()
    .filter((one) => one && one.family === 'IPv4' && !one.internal)
    .map((one) => one.address);
}

const tlv = (tag, ...parts) => {
  const value = Buffer.concat(parts);
  // Lengths up to 127 stand alone, longer ones behind their own count of bytes.
  const length =
    value.length < 128 ? [value.length] : [0x82, Math.floor(value.length / 256), value.length % 256];
  return Buffer.concat([Buffer.from([tag, ...length]), value]);
};

/** The extension that lets a certificate vouch for these names and addresses and for no others. */
function onlyFor(names, addresses) {
  const base = [
    ...names.map((name) => tlv(0x82, Buffer.from(name, 'ascii'))),
    ...addresses.map((ip) => tlv(0x87, Buffer.from([...ip.split('.').map(Number), 255, 255, 255, 255]))),
  ];
  const permitted = tlv(0xa0, ...base.map((one) => tlv(0x30, one)));
  return { id: '2.5.29.30', critical: true, value: tlv(0x30, permitted).toString('latin1') };
}

/** The certificate for these addresses: the one kept, or a new one when it does not name them all or runs out soon. */
export async function certificate(dataDir, addresses) {
  const folder = path.join(dataDir, 'tls');
  const files = { key: path.join(folder, 'key.pem'), cert: path.join(folder, 'certificate.pem') };
  if (existsSync(files.cert)) {
    const kept = new X509Certificate(readFileSync(files.cert));
    const named = addresses.every((address) => kept.checkIP(address));
    const month = 30 * 24 * 3600_000;
    if (named && Date.parse(kept.validTo) - Date.now() > month)
      return { ...read(files), fingerprint: kept.fingerprint256, file: files.cert };
  }
  const { default: selfsigned } = await import('selfsigned');
  const names = ['localhost', hostname()];
  const reached = ['127.0.0.1', ...addresses];
  const made = await selfsigned.generate(
    [{ name: 'commonName', value: `Wrenchwise Ledger on ${hostname()}` }],
    {
      days: YEARS * 365,
      keySize: 2048,
      algorithm: 'sha256',
      extensions: [
        { name: 'basicConstraints', cA: true },
        { name: 'keyUsage', keyCertSign: true, digitalSignature: true, keyEncipherment: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: [
            ...names.map((value) => ({ type: 2, value })),
            ...reached.map((ip) => ({ type: 7, ip })),
          ],
        },
        // A tablet that takes it in trusts it for this shop: whoever steals the key is no other site to that tablet.
        onlyFor(names, reached),
      ],
    },
  );
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  writeFileSync(files.key, made.private, { mode: 0o600 });
  writeFileSync(files.cert, made.cert);
  return { ...read(files), fingerprint: new X509Certificate(made.cert).fingerprint256, file: files.cert };
}

const read = (files) => ({ key: readFileSync(files.key), cert: readFileSync(files.cert) });

/** Starts the front. Whatever a client says of where it comes from is replaced by what is seen. */
export async function startFront({ dataDir, port, target, host = '0.0.0.0' }) {
  const addresses = lanAddresses();
  const made = await certificate(dataDir, addresses);
  const { createProxyServer } = await import('httpxy');
  const proxy = createProxyServer({ target: `http://127.0.0.1:${target}`, xfwd: false });
  proxy.on('error', (error, request, response) => {
    if (response && !response.headersSent) response.writeHead?.(502, { 'Content-Type': 'text/plain' });
    response?.end?.('The shop’s server does not answer.');
  });
  const server = https.createServer(
    { key: made.key, cert: made.cert, minVersion: 'TLSv1.2' },
    (request, response) => {
      request.headers['x-forwarded-for'] = request.socket.remoteAddress ?? 'unknown';
      request.headers['x-forwarded-proto'] = 'https';
      delete request.headers.forwarded;
      response.setHeader('Strict-Transport-Security', 'max-age=31536000');
      void proxy.web(request, response).catch(() => response.destroy());
    },
  );
  await new Promise((resolve, reject) => {
    server.once('error', (error) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new InTheWay(
              `Port ${port} is in use: choose another with LAN_PORT=${port + 1} npm start -- --lan.`,
            )
          : error,
      ),
    );
    server.listen(port, host, resolve);
  });
  return {
    addresses,
    ...made,
    stop: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections?.();
      }),
  };
}

/** What is printed when the front stands: where, and how a tablet comes to trust it. */
export async function lanWords({ addresses, fingerprint, file, port }) {
  const { default: QRCode } = await import('qrcode');
  const urls = addresses.map((address) => `https://${address}:${port}`);
  if (!urls.length) return '  This machine has no address on a network: only itself reaches the shop.';
  const qr = await QRCode.toString(urls[0], { type: 'terminal', small: true });
  return [
    `  On the shop’s network: ${urls.join('  ')}`,
    qr,
    '  The certificate was made on this machine. To trust it once on each tablet: copy the file',
    `    ${file}`,
    '  to the tablet, open it there and take it in as a certificate authority for websites, or open the address and',
    '  compare the fingerprint before going on:',
    `    SHA-256 ${fingerprint}`,
    '  Without a trusted certificate browsers keep nothing for offline work, and the bay says so.',
  ].join('\n');
}

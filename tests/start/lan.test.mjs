/** The front for the shop's network: its certificate, what it passes on, and what it does not believe. */
import assert from 'node:assert/strict';
import { mkdtempSync, rmSync } from 'node:fs';
import http from 'node:http';
import https from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { after, before, test } from 'node:test';
import forge from 'node-forge';
import { certificate, lanAddresses, lanWords, startFront } from '../../scripts/lib/lan.mjs';
import { freePort } from '../../scripts/lib/web.mjs';

const dataDir = mkdtempSync(path.join(tmpdir(), 'wrenchwise-lan-'));
let seen = null;
let inner;
let front;
let port;
before(async () => {
  inner = http.createServer((request, response) => {
    seen = { headers: request.headers, url: request.url };
    if (request.url === '/events') {
      response.writeHead(200, { 'Content-Type': 'text/event-stream' });
      response.write('data: one\n\n');
      return;
    }
    let body = '';
    request.on('data', (chunk) => (body += chunk));
    request.on('end', () => response.end(`got ${body}`));
  });
  const target = await freePort();
  await new Promise((resolve) => inner.listen(target, '127.0.0.1', resolve));
  port = await freePort();
  front = await startFront({ dataDir, port, target, host: '127.0.0.1' });
});
after(async () => {
  inner.closeAllConnections();
  inner.close();
  await front.stop();
  rmSync(dataDir, { recursive: true, force: true });
});

/** Asks over https, trusting the certificate made here as a tablet does that took it in. */
const ask = (options = {}, body = '') =>
  new Promise((resolve, reject) => {
    const request = https.request({ host: '127.0.0.1', port, ca: front.cert, ...options }, (response) => {
      let text = '';
      response.on('data', (chunk) => {
        text += chunk;
        if (options.path === '/events') {
          resolve({ response, text });
          response.destroy();
        }
      });
      response.on('end', () => resolve({ response, text }));
    });
    request.on('error', reject);
    request.end(body);
  });

test('a browser that trusts the certificate reaches the shop; one that does not is told', async () => {
  const { text, response } = await ask({ method: 'POST', path: '/api/x' }, 'words');
  assert.equal(text, 'got words');
  assert.match(response.headers['strict-transport-security'], /max-age/);
  await assert.rejects(ask({ ca: undefined }), /self-signed|unable to verify/);
});

test('where somebody comes from is what is seen, not what is said', async () => {
  await ask({
    headers: { 'X-Forwarded-For': '6.6.6.6', 'X-Forwarded-Proto': 'http', Forwarded: 'for=6.6.6.6' },
  });
  assert.match(seen.headers['x-forwarded-for'], /127\.0\.0\.1/);
  assert.ok(!seen.headers['x-forwarded-for'].includes('6.6.6.6'));
  assert.equal(seen.headers['x-forwarded-proto'], 'https');
  assert.equal(seen.headers.forwarded, undefined);
  assert.equal(seen.headers.host, `127.0.0.1:${port}`);
});

test('live events come through as they are sent', async () => {
  const { text } = await ask({ path: '/events' });
  assert.equal(text, 'data: one\n\n');
});

test('the certificate is kept, names every address of the machine, and is made anew for another one', async () => {
  const again = await certificate(dataDir, lanAddresses());
  assert.equal(again.fingerprint, front.fingerprint);
  const other = await certificate(dataDir, [...lanAddresses(), '10.99.98.97']);
  assert.notEqual(other.fingerprint, front.fingerprint);
});

test('what is printed says where, and how to come to trust it', async () => {
  const words = await lanWords({ ...front, addresses: ['192.168.7.3'], port: 3443 });
  assert.match(words, /https:\/\/192\.168\.7\.3:3443/);
  assert.ok(words.includes(front.fingerprint));
  assert.match(words, /take it in as a certificate authority/);
});

test('who has its key is no other site to a tablet that trusts it, and what it signs for the shop itself counts', async () => {
  const signed = (altName) => {
    const keys = forge.pki.rsa.generateKeyPair(2048);
    const own = forge.pki.createCertificate();
    const issuer = forge.pki.certificateFromPem(String(front.cert));
    own.publicKey = keys.publicKey;
    own.serialNumber = '02';
    own.validity.notBefore = new Date(Date.now() - 3600_000);
    own.validity.notAfter = new Date(Date.now() + 3600_000);
    own.setSubject([{ name: 'commonName', value: 'another' }]);
    own.setIssuer(issuer.subject.attributes);
    own.setExtensions([{ name: 'subjectAltName', altNames: [altName] }]);
    own.sign(forge.pki.privateKeyFromPem(String(front.key)), forge.md.sha256.create());
    return { key: forge.pki.privateKeyToPem(keys.privateKey), cert: forge.pki.certificateToPem(own) };
  };
  const reach = async (altName, servername) => {
    const made = signed(altName);
    const server = https.createServer({ key: made.key, cert: made.cert + front.cert }, (_, response) =>
      response.end('in'),
    );
    const at = await freePort();
    await new Promise((resolve) => server.listen(at, '127.0.0.1', resolve));
    try {
      return (await ask({ port: at, servername, headers: { host: servername } })).text;
    } catch (error) {
      return error.code;
    } finally {
      server.closeAllConnections();
      server.close();
    }
  };
  assert.equal(await reach({ type: 2, value: 'localhost' }, 'localhost'), 'in');
  // What the check says of a name outside those it may vouch for.
  assert.equal(await reach({ type: 2, value: 'bank.example' }, 'bank.example'), 'UNSPECIFIED');
});

import { createHash, randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { exportJWK, generateKeyPair, SignJWT } from 'jose';

/** Who the stand-in says somebody is. */
export interface Person {
  readonly sub: string;
  readonly preferred_username?: string;
}

export interface StandIn {
  readonly issuer: string;
  /** who comes next */
  person: Person;
  /** what is wrong with its next answer */
  fault: 'none' | 'other nonce' | 'other client' | 'expired' | 'other key';
  stop(): Promise<void>;
}

/**
 * A sign-in service for tests, after OpenID Connect Core 1.0 (authorization code, PKCE): everybody who is sent there
 * is let in as `person`.
 */
export async function standIn(client: string, secret: string): Promise<StandIn> {
  const [key, other] = [await generateKeyPair('RS256'), await generateKeyPair('RS256')];
  const codes = new Map<string, { nonce: string; challenge: string; back: string }>();
  const app = express();
  const self: StandIn = {
    issuer: '',
    person: { sub: '1' },
    fault: 'none',
    stop: () =>
      new Promise((done) => {
        server.close(() => done());
        server.closeAllConnections();
      }),
  };
  app.get('/.well-known/openid-configuration', (_request, response) => {
    response.json({
      issuer: self.issuer,
      authorization_endpoint: `${self.issuer}/authorize`,
      token_endpoint: `${self.issuer}/token`,
      jwks_uri: `${self.issuer}/keys`,
      response_types_supported: ['code'],
      subject_types_supported: ['public'],
      id_token_signing_alg_values_supported: ['RS256'],
      code_challenge_methods_supported: ['S256'],
      token_endpoint_auth_methods_supported: ['client_secret_post'],
    });
  });
  app.get('/keys', async (_request, response) => {
    response.json({ keys: [{ ...(await exportJWK(key.publicKey)), alg: 'RS256', use: 'sig', kid: 'one' }] });
  });
  app.get('/authorize', ({ query }, response) => {
    const code = randomUUID();
    codes.set(code, {
      nonce: String(query.nonce),
      challenge: String(query.code_challenge),
      back: String(query.redirect_uri),
    });
    response.redirect(`${String(query.redirect_uri)}?code=${code}&state=${String(query.state)}`);
  });
  app.post('/token', express.urlencoded({ extended: false }), async ({ body }, response) => {
    const {
      code,
      code_verifier: verifier,
      client_id: by,
      client_secret: known,
      redirect_uri: back,
    } = body as Record<string, string>;
    const asked = codes.get(code);
    codes.delete(code);
    if (
      !asked ||
      by !== client ||
      known !== secret ||
      back !== asked.back ||
      createHash('sha256').update(verifier).digest('base64url') !== asked.challenge
    ) {
      response.status(400).json({ error: 'invalid_grant' });
      return;
    }
    const now = Math.floor(Date.now() / 1000);
    const token = await new SignJWT({ ...self.person, nonce: self.fault === 'other nonce' ? 'x' : asked.nonce })
      .setProtectedHeader({ alg: 'RS256', kid: 'one' })
      .setIssuer(self.issuer)
      .setAudience(self.fault === 'other client' ? 'another' : client)
      .setIssuedAt(now)
      .setExpirationTime(self.fault === 'expired' ? now - 3600 : now + 300)
      .sign(self.fault === 'other key' ? other.privateKey : key.privateKey);
    response.json({ access_token: randomUUID(), token_type: 'Bearer', expires_in: 300, id_token: token });
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  return Object.assign(self, { issuer: `http://127.0.0.1:${(server.address() as AddressInfo).port}` });
}

import * as oidc from 'openid-client';
import { isLoopback } from '../loopback';
import { inLog, Problem } from '../problem';

/** A sign-in service of the company, after OpenID Connect Core 1.0. */
export interface ProviderConfig {
  readonly issuer: string;
  readonly client: string;
  readonly secret: string;
  /** what people call it, on the page where one signs in */
  readonly name: string;
}

/** What must come back with the answer, kept in the session of who went there. */
export interface Errand {
  readonly state: string;
  readonly nonce: string;
  readonly verifier: string;
}

/** Who somebody is, as the service says. */
export interface Known {
  /** the service and its number for the person: never given to another one */
  readonly subject: string;
  readonly name: string;
}

/** Sends people to the sign-in service and reads what it says of them: authorization code with PKCE (RFC 7636). */
export class Provider {
  #found: Promise<oidc.Configuration> | null = null;

  constructor(
    private readonly config: ProviderConfig,
    private readonly log: (line: string) => void,
  ) {}

  get name(): string {
    return this.config.name;
  }

  /** @param back where the service sends the person back to */
  async begin(back: string): Promise<{ readonly to: URL; readonly errand: Errand }> {
    const service = await this.#service();
    const errand = { state: oidc.randomState(), nonce: oidc.randomNonce(), verifier: oidc.randomPKCECodeVerifier() };
    const to = oidc.buildAuthorizationUrl(service, {
      redirect_uri: back,
      scope: 'openid profile',
      state: errand.state,
      nonce: errand.nonce,
      code_challenge: await oidc.calculatePKCECodeChallenge(errand.verifier),
      code_challenge_method: 'S256',
    });
    return { to, errand };
  }

  /** @param answered the whole address the person came back with */
  async finish(answered: URL, { state, nonce, verifier }: Errand): Promise<Known> {
    const service = await this.#service();
    try {
      const tokens = await oidc.authorizationCodeGrant(service, answered, {
        expectedState: state,
        expectedNonce: nonce,
        pkceCodeVerifier: verifier,
        idTokenExpected: true,
      });
      const claims = tokens.claims()!;
      const name = [claims.preferred_username, claims.name].find(
        (n): n is string => typeof n === 'string' && n.trim() !== '',
      );
      return { subject: `${claims.iss} ${claims.sub}`, name: (name ?? claims.sub).trim().slice(0, 60) };
    } catch (error) {
      this.log(`sign-in service: ${inLog(error)}`);
      throw new Problem(
        401,
        'Not signed in',
        `${this.name} did not say who you are. Try once more; if it stays, tell the lead.`,
      );
    }
  }

  /**
   * Asked for when it is first needed, so that we start without it. Its signature is checked although the way to it is
   * closed already.
   */
  async #service(): Promise<oidc.Configuration> {
    const { issuer, client, secret } = this.config;
    const address = new URL(issuer);
    this.#found ??= oidc.discovery(address, client, secret, undefined, {
      execute: [oidc.enableNonRepudiationChecks, ...(isLoopback(address.hostname) ? [oidc.allowInsecureRequests] : [])],
      timeout: 10,
    });
    try {
      return await this.#found;
    } catch (error) {
      this.#found = null;
      this.log(`sign-in service: ${inLog(error)}`);
      throw new Problem(
        503,
        'Sign-in service away',
        `${this.name} is not answering. Try again in a moment, or sign in with a password.`,
      );
    }
  }
}

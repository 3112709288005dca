/** Passkeys (WebAuthn) as the browser has them, through the usual library. */
import {
  browserSupportsWebAuthn,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
  startAuthentication,
  startRegistration,
} from "@simplewebauthn/browser";

export interface Passkeys {
  /** Whether this browser, at this address, can have them: an address in numbers has none (WebAuthn, 5.1.2). */
  available(): boolean;
  make(options: unknown): Promise<unknown>;
  use(options: unknown): Promise<unknown>;
}

export const passkeys: Passkeys = {
  available: () => browserSupportsWebAuthn() && !/^[\d.]+$|^\[/.test(window.location.hostname),
  make: (options) =>
    startRegistration({ optionsJSON: options as PublicKeyCredentialCreationOptionsJSON }),
  use: (options) =>
    startAuthentication({ optionsJSON: options as PublicKeyCredentialRequestOptionsJSON }),
};

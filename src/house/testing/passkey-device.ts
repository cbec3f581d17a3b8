/** A device that keeps keys, as a browser speaks for it (W3C WebAuthn Level 3, 6.1 and 6.5; CBOR as in RFC 8949). */
import { createHash, createSign, generateKeyPairSync, randomBytes } from "node:crypto";

const base64url = (bytes: Uint8Array): string => Buffer.from(bytes).toString("base64url");
const sha256 = (text: string | Uint8Array): Buffer => createHash("sha256").update(text).digest();
const text = (word: string): Buffer => Buffer.concat([Buffer.from([0x60 + word.length]), Buffer.from(word)]);
const bytes = (of: Uint8Array): Buffer => {
  const head = of.length < 256 ? [0x58, of.length] : [0x59, of.length >> 8, of.length & 255];
  return Buffer.concat([Buffer.from(head), of]);
};

const PRESENT = 0x01;
const VERIFIED = 0x04;
const WITH_KEY = 0x40;

export interface Device {
  readonly id: string;
  make(asked: {
    challenge: string;
    rpID: string;
    origin: string;
    verified?: boolean;
  }): object & { id: string };
  prove(asked: {
    challenge: string;
    rpID: string;
    origin: string;
    verified?: boolean;
  }): object & { id: string };
}

export function passkeyDevice(): Device {
  const { privateKey, publicKey } = generateKeyPairSync("ec", { namedCurve: "P-256" });
  const { x = "", y = "" } = publicKey.export({ format: "jwk" });
  const credential = randomBytes(32);
  const id = base64url(credential);
  let count = 0;
  const data = (rpID: string, flags: number): Buffer => {
    const counter = Buffer.alloc(4);
    counter.writeUInt32BE(++count);
    return Buffer.concat([sha256(rpID), Buffer.from([flags]), counter]);
  };
  const client = (type: string, challenge: string, origin: string): Buffer =>
    Buffer.from(JSON.stringify({ type, challenge, origin, crossOrigin: false }));
  const answer = (response: object) => ({
    id,
    rawId: id,
    type: "public-key",
    clientExtensionResults: {},
    response,
  });
  return {
    id,
    make({ challenge, rpID, origin, verified = true }) {
      // Key type EC2, ES256, on P-256 (RFC 9053).
      const key = Buffer.concat([
        Buffer.from([0xa5, 0x01, 0x02, 0x03, 0x26, 0x20, 0x01, 0x21]),
        bytes(Buffer.from(x, "base64url")),
        Buffer.from([0x22]),
        bytes(Buffer.from(y, "base64url")),
      ]);
      const authData = Buffer.concat([
        data(rpID, PRESENT | WITH_KEY | (verified ? VERIFIED : 0)),
        Buffer.alloc(16),
        Buffer.from([0, credential.length]),
        credential,
        key,
      ]);
      const attestation = Buffer.concat([
        Buffer.from([0xa3]),
        text("fmt"),
        text("none"),
        text("attStmt"),
        Buffer.from([0xa0]),
        text("authData"),
        bytes(authData),
      ]);
      return answer({
        clientDataJSON: base64url(client("webauthn.create", challenge, origin)),
        attestationObject: base64url(attestation),
        transports: ["internal"],
      });
    },
    prove({ challenge, rpID, origin, verified = true }) {
      const authData = data(rpID, PRESENT | (verified ? VERIFIED : 0));
      const clientData = client("webauthn.get", challenge, origin);
      const signature = createSign("sha256")
        .update(Buffer.concat([authData, sha256(clientData)]))
        .sign(privateKey);
      return answer({
        clientDataJSON: base64url(clientData),
        authenticatorData: base64url(authData),
        signature: base64url(signature),
      });
    },
  };
}

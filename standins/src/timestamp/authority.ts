import * as asn1 from 'asn1js';
import { createHash, randomBytes, webcrypto } from 'node:crypto';
import * as pki from 'pkijs';

/** Object identifiers of RFC 3161, RFC 5816, RFC 5652 and RFC 5280. */
const OID = {
  commonName: '2.5.4.3',
  basicConstraints: '2.5.29.19',
  keyUsage: '2.5.29.15',
  extendedKeyUsage: '2.5.29.37',
  timeStamping: '1.3.6.1.5.5.7.3.8',
  contentType: '1.2.840.113549.1.9.3',
  signingTime: '1.2.840.113549.1.9.5',
  messageDigest: '1.2.840.113549.1.9.4',
  signingCertificateV2: '1.2.840.113549.1.9.16.2.47',
  timeStampInfo: '1.2.840.113549.1.9.16.1.4',
  signedData: '1.2.840.113549.1.7.2',
  sha256: '2.16.840.1.101.3.4.2.1',
  /** A policy of nobody: the arc of examples. */
  policy: '2.999.1',
} as const;

const DIGITAL_SIGNATURE = 0x80;
const YEARS_VALID = 10;

/** Whoever says when something was there: a key and its certificate. */
export interface Authority {
  certificate: pki.Certificate;
  privateKey: webcrypto.CryptoKey;
}

export async function makeAuthority(): Promise<Authority> {
  const keys = await webcrypto.subtle.generateKey({ name: 'ECDSA', namedCurve: 'P-256' }, true, ['sign', 'verify']);
  const certificate = new pki.Certificate({ version: 2, serialNumber: new asn1.Integer({ valueHex: positive(randomBytes(12)) }) });
  for (const name of [certificate.subject, certificate.issuer])
    name.typesAndValues.push(new pki.AttributeTypeAndValue({ type: OID.commonName, value: new asn1.Utf8String({ value: 'Simulated time-stamp service' }) }));
  certificate.notBefore.value = new Date();
  certificate.notAfter.value = new Date();
  certificate.notAfter.value.setFullYear(certificate.notAfter.value.getFullYear() + YEARS_VALID);
  certificate.extensions = [
    new pki.Extension({ extnID: OID.basicConstraints, critical: true, extnValue: new pki.BasicConstraints({ cA: false }).toSchema().toBER() }),
    new pki.Extension({
      extnID: OID.keyUsage,
      critical: true,
      extnValue: new asn1.BitString({ valueHex: new Uint8Array([DIGITAL_SIGNATURE]).buffer, unusedBits: 7 }).toBER(),
    }),
    new pki.Extension({ extnID: OID.extendedKeyUsage, critical: true, extnValue: new pki.ExtKeyUsage({ keyPurposes: [OID.timeStamping] }).toSchema().toBER() }),
  ];
  await certificate.subjectPublicKeyInfo.importKey(keys.publicKey);
  await certificate.sign(keys.privateKey, 'SHA-256');
  return { certificate, privateKey: keys.privateKey };
}

/** A number that no reader takes for a negative one. */
function positive(bytes: Buffer): ArrayBuffer {
  const number = Uint8Array.from(bytes);
  number[0] = ((number[0] ?? 0) & 0x7f) | 0x40;
  return number.buffer;
}

/**
 * The answer to a query of RFC 3161: a token over what was asked about, with the time of now; a refusal where the query can't
 * be read or asks for another digest than SHA-256.
 */
export async function stampReply({ certificate, privateKey }: Authority, query: Buffer, now: Date): Promise<Buffer> {
  const asked = readQuery(query);
  if (!asked) return refusal();
  const info = new pki.TSTInfo({
    version: 1,
    policy: OID.policy,
    messageImprint: asked.messageImprint,
    serialNumber: new asn1.Integer({ valueHex: positive(randomBytes(16)) }),
    genTime: now,
    accuracy: new pki.Accuracy({ seconds: 1 }),
    ordering: false,
    ...(asked.nonce ? { nonce: asked.nonce } : {}),
  });
  const content = info.toSchema().toBER();
  const signed = new pki.SignedData({
    version: 3,
    encapContentInfo: new pki.EncapsulatedContentInfo({ eContentType: OID.timeStampInfo, eContent: new asn1.OctetString({ valueHex: content }) }),
    signerInfos: [
      new pki.SignerInfo({
        version: 1,
        sid: new pki.IssuerAndSerialNumber({ issuer: certificate.issuer, serialNumber: certificate.serialNumber }),
        signedAttrs: new pki.SignedAndUnsignedAttributes({
          type: 0,
          attributes: [
            new pki.Attribute({ type: OID.contentType, values: [new asn1.ObjectIdentifier({ value: OID.timeStampInfo })] }),
            new pki.Attribute({ type: OID.signingTime, values: [new asn1.UTCTime({ valueDate: now })] }),
            new pki.Attribute({ type: OID.messageDigest, values: [new asn1.OctetString({ valueHex: sha256(content) })] }),
            new pki.Attribute({ type: OID.signingCertificateV2, values: [signingCertificate(certificate)] }),
          ],
        }),
      }),
    ],
    certificates: asked.certReq ? [certificate] : [],
  });
  await signed.sign(privateKey, 0, 'SHA-256');
  const token = new pki.ContentInfo({ contentType: OID.signedData, content: signed.toSchema(true) });
  const status = new pki.PKIStatusInfo({ status: pki.PKIStatus.granted });
  return Buffer.from(new pki.TimeStampResp({ status, timeStampToken: token }).toSchema().toBER());
}

const refusal = (): Buffer => Buffer.from(new pki.TimeStampResp({ status: new pki.PKIStatusInfo({ status: pki.PKIStatus.rejection }) }).toSchema().toBER());

function readQuery(query: Buffer): pki.TimeStampReq | null {
  try {
    const asked = pki.TimeStampReq.fromBER(Uint8Array.from(query).buffer);
    return asked.messageImprint.hashAlgorithm.algorithmId === OID.sha256 ? asked : null;
  } catch {
    return null;
  }
}

const sha256 = (bytes: ArrayBuffer): ArrayBuffer => Uint8Array.from(createHash('sha256').update(Buffer.from(bytes)).digest()).buffer;

/** SigningCertificateV2 of RFC 5816: which certificate signs, by its digest; SHA-256 is its default and isn't named. */
function signingCertificate(certificate: pki.Certificate): asn1.Sequence {
  const digest = new asn1.OctetString({ valueHex: sha256(certificate.toSchema().toBER()) });
  return new asn1.Sequence({ value: [new asn1.Sequence({ value: [new asn1.Sequence({ value: [digest] })] })] });
}

import { PDFDocument } from '@cantoo/pdf-lib';
import { plainAddPlaceholder } from '@signpdf/placeholder-plain';
import { P12Signer } from '@signpdf/signer-p12';
import { SignPdf } from '@signpdf/signpdf';
import { join } from 'node:path';
import forge from 'node-forge';
import { madeOnce } from '../wholefile/index';

/** Puts a digital seal on a PDF. */
export type Sealer = (pdf: Buffer, reason: string) => Promise<Buffer>;

const YEARS_VALID = 10;
const SIGNATURE_LENGTH = 12_000;

/**
 * The seal of this installation: a key and a self-signed certificate, made at the first start and kept in the data folder.
 * The seal is a CMS signature over the whole file (ISO 32000-1, 12.8), which any reader can check.
 */
export async function loadSealer(dataFolder: string, owner: string): Promise<Sealer> {
  const { content: p12 } = await madeOnce(join(dataFolder, 'keys', 'seal.p12'), () => makeIdentity(owner));
  return async (pdf, reason) => {
    const placed = plainAddPlaceholder({
      pdfBuffer: pdf,
      reason,
      contactInfo: '',
      name: owner,
      location: 'Quillhaven',
      signatureLength: SIGNATURE_LENGTH,
      appName: 'Cavren',
    });
    return new SignPdf().sign(placed, new P12Signer(p12, { passphrase: '' }));
  };
}

function makeIdentity(owner: string): Buffer {
  const keys = forge.pki.rsa.generateKeyPair(2048);
  const certificate = forge.pki.createCertificate();
  certificate.publicKey = keys.publicKey;
  certificate.serialNumber = `01${forge.util.bytesToHex(forge.random.getBytesSync(15))}`;
  certificate.validity.notBefore = new Date();
  certificate.validity.notAfter = new Date();
  certificate.validity.notAfter.setFullYear(certificate.validity.notBefore.getFullYear() + YEARS_VALID);
  const name = [
    { name: 'commonName', value: `${owner} document seal` },
    { name: 'organizationName', value: owner },
  ];
  certificate.setSubject(name);
  certificate.setIssuer(name);
  certificate.setExtensions([
    { name: 'basicConstraints', cA: false },
    { name: 'keyUsage', digitalSignature: true, nonRepudiation: true },
  ]);
  certificate.sign(keys.privateKey, forge.md.sha256.create());
  const p12 = forge.pkcs12.toPkcs12Asn1(keys.privateKey, [certificate], '', { algorithm: '3des' });
  return Buffer.from(forge.asn1.toDer(p12).getBytes(), 'binary');
}

/** The agreement with the record of signatures behind it, as one file that can be sealed. */
export async function bindRecord(agreement: Buffer, record: Buffer): Promise<Buffer> {
  const document = await PDFDocument.load(agreement);
  const behind = await PDFDocument.load(record);
  for (const page of await document.copyPages(behind, behind.getPageIndices())) document.addPage(page);
  return Buffer.from(await document.save({ useObjectStreams: false }));
}

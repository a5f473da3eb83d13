import * as asn1 from 'asn1js';
import { createHash, randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import * as pki from 'pkijs';
import { OutsideError } from '../outside/index';
import { madeOnce } from '../wholefile/index';

/** A service that says when a text was there, by RFC 3161. */
export interface TimeStamps {
  /** @returns the service's answer in base 64. @throws OutsideError when it can't be reached or its answer doesn't hold. */
  stamp(text: string): Promise<string>;
  /** When a text was stamped. @throws OutsideError when the stamp isn't one of this text by the service that is known here. */
  stampedAt(text: string, stamp: string): Promise<Date>;
}

const SERVICE = 'time stamps';
const SHA256 = '2.16.840.1.101.3.4.2.1';
const STAMP_INFO = '1.2.840.113549.1.9.16.1.4';
const LONGEST_MS = 5000;
const LARGEST = 64 * 1024;

const bytesOf = (text: string): ArrayBuffer => Uint8Array.from(Buffer.from(text)).buffer;
const digestOf = (text: string): ArrayBuffer => Uint8Array.from(createHash('sha256').update(text).digest()).buffer;
const sameBytes = (a: ArrayBuffer, b: ArrayBuffer): boolean => Buffer.from(a).equals(Buffer.from(b));

/**
 * Time stamps of one service. The certificate of its first answer is kept beside the keys, and nobody else's stamp counts from
 * then on; whoever knows the certificate beforehand puts it there.
 */
export function timeStamps(url: string, dataFolder: string): TimeStamps {
  const path = join(dataFolder, 'keys', 'time-stamps.crt');

  async function known(): Promise<pki.Certificate | null> {
    const kept = await readFile(path).catch(() => null);
    return kept && pki.Certificate.fromBER(Uint8Array.from(kept).buffer);
  }
  /** What an answer says, once all of it was held against the text: status, digest, signature and who signed. */
  async function read(text: string, answer: Buffer, mayKeep: boolean): Promise<pki.TSTInfo> {
    const wrong = (problem: string): never => {
      throw new OutsideError(SERVICE, problem);
    };
    let parsed: { info: pki.TSTInfo; signed: pki.SignedData; signer: pki.Certificate };
    try {
      parsed = partsOf(answer);
    } catch {
      return wrong('answered something unreadable');
    }
    const { info, signed, signer } = parsed;
    const { hashAlgorithm, hashedMessage } = info.messageImprint;
    if (hashAlgorithm.algorithmId !== SHA256 || !sameBytes(hashedMessage.valueBlock.valueHexView.slice().buffer, digestOf(text)))
      return wrong('stamped something else');
    const trusted = await known();
    if (trusted && !sameBytes(trusted.toSchema().toBER(), signer.toSchema().toBER())) return wrong('is another than the one that is known here');
    const holds = await signed.verify({ signer: 0, data: bytesOf(text), checkChain: false }).catch(() => false);
    if (!holds) return wrong('gave a stamp whose signature doesn’t hold');
    if (!trusted && !mayKeep) return wrong('isn’t known here: its certificate is missing');
    if (!trusted) await madeOnce(path, () => Buffer.from(signer.toSchema().toBER()));
    return info;
  }

  return {
    async stamp(text) {
      const nonce = Uint8Array.from(randomBytes(8));
      nonce[0] = ((nonce[0] ?? 0) & 0x7f) | 0x40;
      const query = new pki.TimeStampReq({
        version: 1,
        messageImprint: new pki.MessageImprint({
          hashAlgorithm: new pki.AlgorithmIdentifier({ algorithmId: SHA256 }),
          hashedMessage: new asn1.OctetString({ valueHex: digestOf(text) }),
        }),
        nonce: new asn1.Integer({ valueHex: nonce.buffer }),
        certReq: true,
      });
      const response = await fetch(`${url}/stamps`, {
        method: 'POST',
        headers: { 'content-type': 'application/timestamp-query' },
        body: query.toSchema().toBER(),
        signal: AbortSignal.timeout(LONGEST_MS),
      }).catch(() => {
        throw new OutsideError(SERVICE, 'can’t be reached');
      });
      if (!response.ok) throw new OutsideError(SERVICE, `answered with status ${response.status}`);
      const answer = Buffer.from(await response.arrayBuffer());
      if (answer.length > LARGEST) throw new OutsideError(SERVICE, 'answered something unexpected');
      const info = await read(text, answer, true);
      if (!info.nonce || !sameBytes(info.nonce.valueBlock.valueHexView.slice().buffer, nonce.buffer))
        throw new OutsideError(SERVICE, 'answered another question');
      return answer.toString('base64');
    },
    stampedAt: async (text, stamp) => (await read(text, Buffer.from(stamp, 'base64'), false)).genTime,
  };
}

function partsOf(answer: Buffer): { info: pki.TSTInfo; signed: pki.SignedData; signer: pki.Certificate } {
  const reply = pki.TimeStampResp.fromBER(Uint8Array.from(answer).buffer);
  if (reply.status.status !== pki.PKIStatus.granted || !reply.timeStampToken) throw new Error('refused');
  const signed = new pki.SignedData({ schema: reply.timeStampToken.content });
  const { eContentType, eContent } = signed.encapContentInfo;
  const signer = signed.certificates?.[0];
  if (eContentType !== STAMP_INFO || !eContent || !(signer instanceof pki.Certificate)) throw new Error('no stamp');
  return { info: pki.TSTInfo.fromBER(eContent.getValue()), signed, signer };
}

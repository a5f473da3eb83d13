import type { FileView, SignAgreement } from '@cavren/contract';
import { computePath, hasConsent, personName, signersOf, type FilePerson, type FileState } from '@cavren/core';
import { nanoid } from 'nanoid';
import sharp from 'sharp';
import type { ByteStore } from '../bytes/index';
import type { ConsentsService } from '../consents/index';
import type { Invitations } from '../door/index';
import type { FileChange, Files } from '../files/index';
import { invalid, notFound, refuseBlocked, refused, type Actor } from '../http/index';
import type { Jobs } from '../jobs/index';
import { agreementPdf, signatureRecordPdf, type SignatureRecord } from './agreement';
import { bindRecord, type Sealer } from './seal';
import type { EnvelopeRow, SignerRow, SigningStore } from './store';

interface Parts {
  files: Files;
  store: SigningStore;
  consents: ConsentsService;
  bytes: ByteStore;
  invitations: Invitations;
  jobs: Jobs;
  sealer: Sealer;
  lender: string;
}

/** From where and how somebody signs. */
export interface SigningPlace {
  address: string;
  device: string;
  codeSentTo: string;
}

const ELECTRONIC = 'electronicPapers';
const asksConsent = (file: FileState): boolean => file.product.consents.some(({ kind }) => kind === ELECTRONIC);

export function signingService({ files, store, consents, bytes, invitations, jobs, sealer, lender }: Parts) {
  async function invite(change: FileChange, signer: SignerRow): Promise<void> {
    const person = change.file.people.find(({ id }) => id === signer.personId);
    if (!person) throw notFound('A signer');
    await store.updateSigner(signer.id, { state: 'invited', invitedAt: change.now }, change.tx);
    await invitations.send(
      change,
      person,
      `Please read and sign: ${change.file.product.signing.title}`,
      'Your agreement is ready. Read it and sign it on your phone with this link:',
    );
    change.record('signer.invite', `signer/${signer.id}`, null, personName(person));
    change.afterwards(() => jobs.poke());
  }

  /** The envelope that is out, and the signer whose turn it is, when that is this person. */
  async function turnOf(change: FileChange, personId: string): Promise<{ envelope: EnvelopeRow; signer: SignerRow; signers: SignerRow[] }> {
    const envelope = await store.latest(change.row.id, change.tx);
    if (!envelope || envelope.state === 'void') throw refused('nothing-to-sign', 'There is nothing to sign at the moment: the agreement was taken back.');
    const signers = await store.signersOf(envelope.id, change.tx);
    const signer = signers.find((candidate) => candidate.personId === personId);
    if (!signer) throw notFound('An agreement for you');
    if (signer.state === 'signed') throw refused('signed-already', 'You have signed this agreement already.');
    if (signer.state === 'waiting') throw refused('not-your-turn', 'Somebody else signs before you. You get a message when it is your turn.');
    return { envelope, signer, signers };
  }

  async function complete(change: FileChange, envelope: EnvelopeRow): Promise<void> {
    const signers = await store.signersOf(envelope.id, change.tx);
    const records = await Promise.all(
      signers.map<Promise<SignatureRecord>>(async (signer) => {
        const person = change.file.people.find(({ id }) => id === signer.personId);
        return {
          name: person ? personName(person) : signer.personId,
          position: signer.position,
          signedAt: signer.signedAt ?? '',
          consentedAt: signer.consentedAt ?? '',
          readAt: signer.readAt ?? '',
          choice: signer.choice ?? '',
          typed: signer.markText,
          drawing: signer.markHash ? await bytes.get(signer.markHash) : null,
          address: signer.address ?? '',
          device: signer.device ?? '',
          codeSentTo: signer.codeSentTo ?? '',
        };
      }),
    );
    const record = await signatureRecordPdf(change.file.reference, envelope.documentHash, records);
    const bound = await bindRecord(await bytes.get(envelope.documentHash), record);
    const sealed = await sealer(bound, `Signed by ${records.map(({ name }) => name).join(', ')}`);
    const sealedHash = await bytes.put(sealed);
    await store.updateEnvelope(envelope.id, { state: 'complete', completedAt: change.now, sealedHash }, change.tx);
    change.record('agreement.seal', `envelope/${envelope.id}`, envelope.documentHash, sealedHash);
  }

  return {
    /** Makes the agreement from the file, locks the file, and invites the first signer. */
    async send(reference: string, version: number, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        const { file } = change;
        if (file.stage !== 'signing') throw refused('path-not-clear', 'The agreement is sent once the file has come to signing.');
        if (file.envelope && file.envelope.state !== 'void') throw refused('agreement-out', 'The agreement was sent already.');
        const blocking = computePath(file, change.today).now.filter(({ gate }) => gate !== 'signing');
        if (blocking.length > 0) throw refuseBlocked('Something before signing is open again.', blocking);
        const people = signersOf(file);
        for (const person of people) refuseUnreachable(person);
        const documentHash = await bytes.put(await agreementPdf(file, lender, change.today));
        const envelope: EnvelopeRow = {
          id: nanoid(),
          fileId: change.row.id,
          state: 'out',
          sentAt: change.now,
          sentBy: actor.name,
          completedAt: null,
          voidReason: null,
          documentHash,
          sealedHash: null,
        };
        const signers = people.map<SignerRow>((person, at) => ({
          id: nanoid(),
          fileId: change.row.id,
          envelopeId: envelope.id,
          personId: person.id,
          position: at + 1,
          state: 'waiting',
          invitedAt: null,
          consentedAt: null,
          readAt: null,
          signedAt: null,
          mark: null,
          markText: null,
          markHash: null,
          choice: null,
          address: null,
          device: null,
          codeSentTo: null,
        }));
        await store.insert(envelope, signers, change.tx);
        change.record('agreement.send', `envelope/${envelope.id}`, null, documentHash);
        const [first] = signers;
        if (first) await invite(change, first);
      });
    },
    /** Unlocks the file: what was signed is void, and everybody who was asked is told. */
    async void(reference: string, version: number, reason: string, actor: Actor): Promise<FileView> {
      return files.change({ reference }, { version, actor }, async (change) => {
        const envelope = await store.latest(change.row.id, change.tx);
        if (!envelope || envelope.state === 'void') throw refused('nothing-out', 'No agreement is out.');
        if (change.file.stage !== 'signing' && change.file.stage !== 'gathering')
          throw refused('too-late', 'The file is with the approver or further: ask for it to be sent back first.');
        await store.updateEnvelope(envelope.id, { state: 'void', voidReason: reason }, change.tx);
        change.record('agreement.void', `envelope/${envelope.id}`, envelope.state, reason);
        for (const signer of (await store.signersOf(envelope.id, change.tx)).filter(({ state }) => state !== 'waiting')) {
          const person = change.file.people.find(({ id }) => id === signer.personId);
          if (person)
            await invitations.tell(
              change,
              person,
              'Your agreement was taken back',
              'We have to change something in your application. What was signed no longer counts; you will get a new agreement.',
            );
        }
        change.afterwards(() => jobs.poke());
      });
    },
    consent: (fileId: string, personId: string, actor: Actor) =>
      files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { signer } = await turnOf(change, personId);
        if (signer.consentedAt) return;
        await store.updateSigner(signer.id, { consentedAt: change.now }, change.tx);
        if (asksConsent(change.file) && !hasConsent(change.file, personId, ELECTRONIC)) await consents.give(change, personId, ELECTRONIC, 'en', 'frontDoor');
        change.record('signer.consent', `signer/${signer.id}`, null, 'agreed to electronic papers');
      }),
    read: (fileId: string, personId: string, pages: number, actor: Actor) =>
      files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { signer } = await turnOf(change, personId);
        if (!signer.consentedAt) throw refused('consent-first', 'Agree to electronic papers first.');
        if (signer.readAt) return;
        await store.updateSigner(signer.id, { readAt: change.now }, change.tx);
        change.record('signer.read', `signer/${signer.id}`, null, `${pages} pages to the end`);
      }),
    sign: (fileId: string, personId: string, signature: SignAgreement, place: SigningPlace, actor: Actor) =>
      files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { envelope, signer, signers } = await turnOf(change, personId);
        if (!signer.consentedAt || !signer.readAt) throw refused('read-first', 'Read the agreement to its end before you sign it.');
        if (asksConsent(change.file) && !hasConsent(change.file, personId, ELECTRONIC))
          throw refused('consent-withdrawn', 'The consent to electronic papers was withdrawn: this can’t be signed on the screen any more.');
        const { options } = change.file.product.signing.choice;
        if (!options.includes(signature.choice)) throw invalid([{ path: 'choice', message: 'Choose one of the answers.' }]);
        const drawing = signature.mark === 'drawn' ? await readDrawing(signature.image) : null;
        await store.updateSigner(
          signer.id,
          {
            state: 'signed',
            signedAt: change.now,
            mark: signature.mark,
            markText: signature.mark === 'typed' ? signature.name : null,
            markHash: drawing ? await bytes.put(drawing) : null,
            choice: signature.choice,
            address: place.address,
            device: place.device.slice(0, 300),
            codeSentTo: place.codeSentTo,
          },
          change.tx,
        );
        change.record('signer.sign', `signer/${signer.id}`, null, `${signature.mark}; chose “${signature.choice}”`);
        const next = signers.find(({ position }) => position === signer.position + 1);
        if (next) await invite(change, next);
        else await complete(change, envelope);
      }),
    /** The agreement as it now is: sealed when everybody signed, else as it was sent. */
    async document(fileId: string): Promise<{ content: Buffer; sealed: boolean }> {
      const envelope = await store.latest(fileId);
      if (!envelope) throw notFound('An agreement');
      return { content: await bytes.get(envelope.sealedHash ?? envelope.documentHash), sealed: envelope.sealedHash !== null };
    },
  };
}
export type SigningService = ReturnType<typeof signingService>;

function refuseUnreachable(person: FilePerson): void {
  if (!person.phone) throw refused('phone-missing', `${personName(person)} needs a phone number for the code.`);
}

/** A drawn mark, decoded and written anew, so that nothing rides along in it. */
async function readDrawing(dataUrl: string): Promise<Buffer> {
  const raw = Buffer.from(dataUrl.slice(dataUrl.indexOf(',') + 1), 'base64');
  const fail = invalid([{ path: 'image', message: 'Draw your signature again; this picture can’t be read.' }]);
  const image = sharp(raw, { failOn: 'warning', limitInputPixels: 4_000_000 });
  const stats = await image
    .clone()
    .ensureAlpha()
    .stats()
    .catch(() => {
      throw fail;
    });
  if (stats.channels.every(({ stdev }) => stdev === 0)) throw invalid([{ path: 'image', message: 'Draw your signature in the box.' }]);
  return image.flatten({ background: '#ffffff' }).png().toBuffer();
}

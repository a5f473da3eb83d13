import { PROBLEM } from './problems';
import { countPages, onePage } from './pages';
import type { SignAgreement } from '@cavren/contract';
import {
  computePath,
  ELECTRONIC_PAPERS,
  envelopesOf,
  hasConsent,
  initialsFit,
  latestSigned,
  personName,
  say,
  SIGNED_DOCUMENTS,
  SIGNED_IN,
  signersOfDocument,
  signsAs,
  titleOf,
  type FilePerson,
  type FileState,
  type IsoDate,
  type SignedDocument,
} from '@cavren/core';
import { nanoid } from 'nanoid';
import sharp from 'sharp';
import type { Changed, FileChange } from '../files/index';
import type { House } from '../house/index';
import { invalid, refuseBlocked, SYSTEM, type Actor } from '../http/index';
import { agreementPdf } from './agreement';
import { applicationPdf } from './application';
import { equipmentPdf } from '../equipment/index';
import { leasePdf } from './lease';
import { signatureRecordPdf, type SignatureRecord } from './record';
import { bindRecord, type Sealer } from './seal';
import { type EnvelopeRow, type SignerRow, type SigningStore, type SeenPage } from './store';

/** From where and how somebody signs. */
export interface SigningPlace {
  address: string;
  device: string;
  codeSentTo: string;
}

const MAKE: Record<SignedDocument, (file: FileState, lender: string, today: IsoDate) => Promise<Buffer>> = {
  application: applicationPdf,
  agreement: (file, lender, today) => (file.product.lease ? leasePdf : file.product.equipment ? equipmentPdf : agreementPdf)(file, lender, today),
};

const asksConsent = (file: FileState): boolean => file.product.consents.some(({ kind }) => kind === ELECTRONIC_PAPERS);

/**
 * Agreements: made from the file by a job, signed one after the other, sealed by a job. Neither the agreement nor the seal
 * is made while the file is held; each job finds out by the envelope's state whether its work is still wanted, and is safe
 * to do twice.
 */
export function signingService({ services, bytes, jobs, lender, now }: House, store: SigningStore, sealer: Sealer) {
  async function invite(change: FileChange, signer: SignerRow): Promise<void> {
    const person = change.file.people.find(({ id }) => id === signer.personId);
    if (!person) throw PROBLEM.noSigner();
    await store.updateSigner(signer.id, { state: 'invited', invitedAt: change.now }, change.tx);
    const { document } = (await store.byId(signer.envelopeId, change.tx)) ?? { document: 'agreement' };
    await services.invitations.send(change, person, say('mail.signSubject', { title: titleOf(change.file, document) }), say('mail.sign'));
    change.record('signer.invite', `signer/${signer.id}`, null, personName(person));
    change.afterwards(() => jobs.poke());
  }

  /** The envelope that is out, and the signer whose turn it is, when that is this person. */
  async function turnOf(change: FileChange, personId: string): Promise<{ envelope: EnvelopeRow; signer: SignerRow; signers: SignerRow[] }> {
    const envelope = await store.latest(change.row.id, change.tx);
    if (!envelope || envelope.state === 'void' || envelope.state === 'making') throw PROBLEM.nothingToSign();
    const signers = await store.signersOf(envelope.id, change.tx);
    const signer = signers.find((candidate) => candidate.personId === personId);
    if (!signer) throw PROBLEM.noAgreementForYou();
    if (signer.state === 'signed') throw PROBLEM.signedAlready();
    if (signer.state === 'waiting') throw PROBLEM.notYourTurn();
    return { envelope, signer, signers };
  }

  /** The same, outside of a change. */
  async function whoseTurn(fileId: string, personId: string): Promise<{ envelope: EnvelopeRow; signer: SignerRow }> {
    const envelope = await store.latest(fileId);
    const signer = envelope ? (await store.signersOf(envelope.id)).find((candidate) => candidate.personId === personId) : undefined;
    if (!envelope || envelope.state !== 'out' || signer?.state !== 'invited') throw PROBLEM.nothingToSign();
    return { envelope, signer };
  }

  /** The bytes of what is signed: those that the history says were made, or were sealed. */
  async function bytesOf({ id, document, documentHash, sealedHash, fileId }: EnvelopeRow): Promise<Buffer> {
    const hash = sealedHash ?? documentHash;
    if (hash === null) throw PROBLEM.noAgreement();
    const acts = sealedHash ? [`${document}.seal`] : [`${document}.make`, `${document}.send`];
    const written = await services.historyStore.lastOf(fileId, acts, `envelope/${id}`);
    if (written?.after !== hash) throw PROBLEM.agreementAstray();
    return bytes.get(hash);
  }

  /** Makes what is signed from the file as it was locked, and invites the first signer. */
  async function make(envelopeId: string): Promise<void> {
    const envelope = await store.byId(envelopeId);
    if (envelope?.state !== 'making') return;
    const { file, today } = await services.files.state({ id: envelope.fileId });
    const made = await MAKE[envelope.document](file, lender, today);
    const pages = await countPages(made);
    const documentHash = await bytes.put(made);
    await services.files.change({ id: envelope.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.advance(envelopeId, 'making', { state: 'out', documentHash, pages }, change.tx)) === 0) return;
      change.record(`${envelope.document}.make`, `envelope/${envelopeId}`, null, documentHash);
      const [first] = await store.signersOf(envelopeId, change.tx);
      if (first) await invite(change, first);
      await change.reload('envelope');
    });
  }

  async function recordOf(signer: SignerRow, file: FileState): Promise<SignatureRecord> {
    const person = file.people.find(({ id }) => id === signer.personId);
    return {
      name: person ? personName(person) : signer.personId,
      position: signer.position,
      signedAt: signer.signedAt ?? '',
      consentedAt: signer.consentedAt ?? '',
      readAt: signer.readAt ?? '',
      choice: signer.choice ?? '',
      typed: signer.markText,
      initials: file.product.signing.initials.flatMap(({ code, text }) => (signer.initials?.[code] ? [{ text, initials: signer.initials[code] }] : [])),
      drawing: signer.markHash ? await bytes.get(signer.markHash) : null,
      address: signer.address ?? '',
      device: signer.device ?? '',
      codeSentTo: signer.codeSentTo ?? '',
    };
  }

  /** Binds the agreement that everybody signed with the record of their signatures, and seals both. */
  async function seal(envelopeId: string): Promise<void> {
    const envelope = await store.byId(envelopeId);
    if (envelope?.state !== 'sealing' || envelope.documentHash === null) return;
    const { file } = await services.files.state({ id: envelope.fileId });
    const records = await Promise.all((await store.signersOf(envelopeId)).map((signer) => recordOf(signer, file)));
    const record = await signatureRecordPdf(file, envelope.documentHash, records);
    const bound = await bindRecord(await bytes.get(envelope.documentHash), record);
    const sealedHash = await bytes.put(await sealer(bound, `Signed by ${records.map(({ name }) => name).join(', ')}`));
    await services.files.change({ id: envelope.fileId }, { version: null, actor: SYSTEM }, async (change) => {
      if ((await store.advance(envelopeId, 'sealing', { state: 'complete', completedAt: change.now, sealedHash }, change.tx)) === 0) return;
      change.record(`${envelope.document}.seal`, `envelope/${envelopeId}`, envelope.documentHash, sealedHash);
      await change.reload('envelope');
    });
  }
  jobs.handle('agreement.make', make);
  jobs.handle('agreement.seal', seal);

  async function order(change: FileChange, kind: 'agreement.make' | 'agreement.seal', envelopeId: string): Promise<void> {
    await jobs.add(kind, envelopeId, change.tx);
    change.afterwards(() => jobs.poke());
  }

  /**
   * Takes back an agreement that is out or signed, or an application that is out: what was signed is void, and everybody
   * who was asked is told. An application that everybody signed stays what they applied with.
   */
  async function takeBack(change: FileChange, reason: string): Promise<void> {
    const envelope = await store.latest(change.row.id, change.tx);
    if (!envelope || (envelope.document === 'application' && envelope.state === 'complete')) return;
    await voidOne(change, envelope, reason, 'fall');
  }

  /** @param how who takes it back by hand prepares the file with that; what it falls with is another's decision. */
  async function voidOne(change: FileChange, envelope: EnvelopeRow, reason: string, how: 'void' | 'fall'): Promise<void> {
    if (envelope.state === 'void') return;
    await store.updateEnvelope(envelope.id, { state: 'void', voidReason: reason }, change.tx);
    change.record(`${envelope.document}.${how}`, `envelope/${envelope.id}`, envelope.state, reason);
    for (const signer of (await store.signersOf(envelope.id, change.tx)).filter(({ state }) => state !== 'waiting')) {
      const person = change.file.people.find(({ id }) => id === signer.personId);
      await services.door.shut(change, signer.personId);
      if (person) await services.invitations.tell(change, person, say('mail.takenBackSubject'), say('mail.takenBack'));
    }
    await change.reload('envelope');
    change.afterwards(() => jobs.poke());
  }

  return {
    /** Locks the file and orders the agreement; it goes to the first signer once it is made. */
    async send(reference: string, version: number, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const { file } = change;
        const document = SIGNED_DOCUMENTS.find((one) => SIGNED_IN[one] === file.stage);
        if (!document) throw PROBLEM.pathNotClear();
        if (envelopesOf(file).some((one) => one.document === document)) throw PROBLEM.agreementOut();
        const blocking = computePath(file, change.today).now.filter(({ gate }) => gate !== file.stage);
        if (blocking.length > 0) throw refuseBlocked('Something before signing is open again.', blocking, file.pack);
        const people = signersOfDocument(file, document);
        for (const person of people) refuseUnreachable(person);
        const envelope = newEnvelope(change, actor, document);
        await store.insert(
          envelope,
          people.map((person, at) => newSigner(envelope, person, at + 1)),
          change.tx,
        );
        await order(change, 'agreement.make', envelope.id);
        await change.reload('envelope');
        change.record(`${document}.send`, `envelope/${envelope.id}`, null, null);
      });
    },
    /** Unlocks the file: what was signed is void, and everybody who was asked is told. */
    async void(reference: string, version: number, reason: string, actor: Actor): Promise<Changed> {
      return services.files.change({ reference }, { version, actor }, async (change) => {
        const live = latestSigned(change.file);
        const envelope = live && (await store.byId(live.id, change.tx));
        if (!envelope) throw PROBLEM.nothingOut();
        if (!['signing', 'applying', 'gathering'].includes(change.file.stage)) throw PROBLEM.tooLate();
        await voidOne(change, envelope, reason, 'void');
      });
    },
    takeBack,
    consent: (fileId: string, personId: string, actor: Actor) =>
      services.files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { signer } = await turnOf(change, personId);
        if (signer.consentedAt) return;
        await store.updateSigner(signer.id, { consentedAt: change.now }, change.tx);
        await change.reload('envelope');
        if (asksConsent(change.file) && !hasConsent(change.file, personId, ELECTRONIC_PAPERS))
          await services.consents.give(change, personId, ELECTRONIC_PAPERS, 'en', 'frontDoor');
        change.record('signer.consent', `signer/${signer.id}`, null, null);
      }),
    /** How many pages the agreement of a file has. */
    async pagesOf(fileId: string): Promise<number> {
      const envelope = await store.latest(fileId);
      if (!envelope || envelope.state === 'making') return 0;
      return envelope.pages ?? countPages(await bytesOf(envelope));
    },
    /** One page of the agreement, given to the one whose turn it is; that it was given is written down. */
    async page(fileId: string, personId: string, session: string, number: number): Promise<Buffer> {
      const { envelope, signer } = await whoseTurn(fileId, personId);
      if (!signer.consentedAt) throw PROBLEM.consentFirst();
      const whole = await bytesOf(envelope);
      const page = await onePage(whole, number);
      if (page === null) throw PROBLEM.noPage();
      await store.served({ signerId: signer.id, page: number, session, servedAt: now().toISOString() });
      return page;
    },
    /** Only pages that were given to this session count as read, none for longer than it has been there. */
    async read(fileId: string, personId: string, session: string, seen: readonly SeenPage[], actor: Actor): Promise<Changed> {
      return services.files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { envelope, signer } = await turnOf(change, personId);
        if (!signer.consentedAt) throw PROBLEM.consentFirst();
        if (signer.readAt) return;
        const served = new Map((await store.servedTo(signer.id, session, change.tx)).map(({ page, servedAt }) => [page, servedAt]));
        const pages = envelope.pages ?? (await countPages(await bytesOf(envelope)));
        const missing = Array.from({ length: pages }, (_, at) => at + 1).filter((page) => !served.has(page) || !seen.some((one) => one.page === page));
        if (missing.length > 0) throw PROBLEM.pagesNotRead({ pages: { all: missing.map(String), by: 'and' } });
        const times = seen.map(({ page, milliseconds }) => {
          const since = Date.parse(change.now) - Date.parse(served.get(page) ?? change.now);
          return { page, milliseconds: Math.max(0, Math.min(milliseconds, since)) };
        });
        await store.updateSigner(signer.id, { readAt: change.now, pagesRead: times }, change.tx);
        await change.reload('envelope');
        change.record('signer.read', `signer/${signer.id}`, null, JSON.stringify({ pages, times: times.map(({ milliseconds }) => milliseconds) }));
      });
    },
    async sign(fileId: string, personId: string, signature: SignAgreement, place: SigningPlace, actor: Actor): Promise<Changed> {
      const drawing = signature.mark === 'drawn' ? await readDrawing(signature.image) : null;
      const markHash = drawing ? await bytes.put(drawing) : null;
      return services.files.change({ id: fileId }, { version: null, actor }, async (change) => {
        const { envelope, signer, signers } = await turnOf(change, personId);
        if (!signer.consentedAt || !signer.readAt) throw PROBLEM.readFirst();
        if (asksConsent(change.file) && !hasConsent(change.file, personId, ELECTRONIC_PAPERS)) throw PROBLEM.consentWithdrawn();
        const person = change.file.people.find(({ id }) => id === personId);
        if (signature.mark === 'typed' && !signsAs(signature.name, person?.fullName ?? ''))
          throw PROBLEM.nameNotTheirs({ name: person?.fullName ?? '' }, 'name');
        // Only an agreement asks how it is to be paid.
        const options: (string | null)[] = envelope.document === 'agreement' ? change.file.product.signing.choice.options : [null];
        if (!options.includes(signature.choice)) throw PROBLEM.chooseOneAnswers({}, 'choice');
        const asked = envelope.document === 'agreement' ? change.file.product.signing.initials : [];
        const lacking = asked.filter(({ code }) => !initialsFit(signature.initials[code] ?? '', person?.fullName ?? ''));
        if (lacking.length > 0) throw invalid(lacking.map(({ code }) => ({ path: `initials/${code}`, message: say('signing.initialsTheirs') })));
        await store.updateSigner(
          signer.id,
          {
            state: 'signed',
            signedAt: change.now,
            mark: signature.mark,
            markText: signature.mark === 'typed' ? signature.name : null,
            markHash,
            choice: signature.choice,
            initials: asked.length > 0 ? Object.fromEntries(asked.map(({ code }) => [code, signature.initials[code] ?? ''])) : null,
            address: place.address,
            device: [...place.device].slice(0, 300).join(''),
            codeSentTo: place.codeSentTo,
          },
          change.tx,
        );
        change.record('signer.sign', `signer/${signer.id}`, null, JSON.stringify({ mark: signature.mark, choice: signature.choice }));
        const next = signers.find(({ position }) => position === signer.position + 1);
        if (next) await invite(change, next);
        else {
          await store.updateEnvelope(envelope.id, { state: 'sealing' }, change.tx);
          await order(change, 'agreement.seal', envelope.id);
        }
        await change.reload('envelope');
      });
    },
    /** What somebody drew to sign. */
    async markOf(fileId: string, signerId: string): Promise<Buffer> {
      const envelope = await store.latest(fileId);
      const signer = envelope ? (await store.signersOf(envelope.id)).find(({ id }) => id === signerId) : undefined;
      if (!signer?.markHash) throw PROBLEM.noMark();
      return bytes.get(signer.markHash);
    },
    /** Seals a paper that goes out in somebody's name, as what they signed is sealed. */
    sealPaper: (pdf: Buffer, by: string): Promise<Buffer> => sealer(pdf, `Signed by ${by}`),
    /** A document as it now is: sealed when everybody signed, else as it was sent. @param document the latest of any kind where none is named. */
    async document(fileId: string, document?: SignedDocument): Promise<{ content: Buffer; sealed: boolean }> {
      const envelope = await store.latest(fileId, undefined, document);
      if (!envelope) throw PROBLEM.noAgreement();
      return { content: await bytesOf(envelope), sealed: envelope.sealedHash !== null };
    },
  };
}
export type SigningService = ReturnType<typeof signingService>;

function newEnvelope(change: FileChange, actor: Actor, document: SignedDocument): EnvelopeRow {
  return {
    id: nanoid(),
    fileId: change.row.id,
    document,
    state: 'making',
    sentAt: change.now,
    sentBy: actor.name,
    completedAt: null,
    voidReason: null,
    documentHash: null,
    sealedHash: null,
    pages: null,
  };
}

function newSigner({ id: envelopeId, fileId }: EnvelopeRow, person: FilePerson, position: number): SignerRow {
  return {
    id: nanoid(),
    fileId,
    envelopeId,
    personId: person.id,
    position,
    state: 'waiting',
    invitedAt: null,
    consentedAt: null,
    readAt: null,
    pagesRead: null,
    signedAt: null,
    mark: null,
    markText: null,
    initials: null,
    markHash: null,
    choice: null,
    address: null,
    device: null,
    codeSentTo: null,
  };
}

function refuseUnreachable(person: FilePerson): void {
  if (!person.phone) throw PROBLEM.phoneMissing({ person: personName(person) });
}

/** A drawn mark, decoded and written anew, so that nothing rides along in it. */
async function readDrawing(dataUrl: string): Promise<Buffer> {
  const raw = Buffer.from(dataUrl.slice(dataUrl.indexOf(',') + 1), 'base64');
  const fail = PROBLEM.drawYourSignatureAgainThis({}, 'image');
  const image = sharp(raw, { failOn: 'warning', limitInputPixels: 4_000_000 });
  const stats = await image
    .clone()
    .ensureAlpha()
    .stats()
    .catch(() => {
      throw fail;
    });
  if (stats.channels.every(({ stdev }) => stdev === 0)) throw PROBLEM.drawYourSignatureBox({}, 'image');
  return image.flatten({ background: '#ffffff' }).png().toBuffer();
}

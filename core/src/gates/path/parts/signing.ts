import { say } from '../../../basis/words/index';
import { documentsOf, envelopeOf, personName, SIGNED_IN, type FileState, type SignedDocument } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** The application where it is signed, the agreement, and everybody's signature. */
export const signing: PathPart = {
  code: 'signing',
  entries: (file) => documentsOf(file).flatMap((document) => signingEntries(file, document)),
};

function signingEntries(file: FileState, document: SignedDocument): Draft[] {
  const envelope = envelopeOf(file, document);
  const gate = SIGNED_IN[document];
  // Keys of agreements are as they always were.
  const keyed = document === 'agreement' ? 'signing' : document;
  const place = (anchor: string) => ({ chapter: 'signing' as const, anchor });
  if (!envelope || envelope.state === 'void') {
    return [
      {
        key: `${keyed}:send`,
        gate,
        what: say('path.sendForSignature', { document }),
        why: say('path.everyoneWhoOwesSigns', { document }),
        holder: 'officer',
        since: file.stageSince,
        place: place(document === 'agreement' ? 'send' : 'send.application'),
      },
    ];
  }
  if (envelope.state === 'making')
    return [
      {
        key: `${keyed}:making`,
        gate,
        what: say('path.documentBeingMade', { document }),
        why: say('path.sentFirstWhoSignsOnce'),
        holder: 'service',
        since: envelope.sentAt,
        place: place('making'),
      },
    ];
  if (envelope.state === 'sealing')
    return [
      {
        key: `${keyed}:sealing`,
        gate,
        what: say('path.documentBeingSealed', { document }),
        why: say('path.sealedCantChangeWithoutTrace'),
        holder: 'service',
        since: envelope.signers.at(-1)?.signedAt ?? envelope.sentAt,
        place: place('sealing'),
      },
    ];
  const nameOf = (signer: { personId: string } | undefined): string => {
    const person = file.people.find(({ id }) => id === signer?.personId);
    return person ? personName(person) : '';
  };
  return envelope.signers
    .filter(({ state }) => state !== 'signed')
    .map((signer) => {
      const name = nameOf(signer);
      return {
        key: `signature:${signer.id}`,
        gate,
        what:
          signer.state === 'invited'
            ? say('path.signature', { name })
            : say('path.signatureWaitsFor', { name, before: nameOf(envelope.signers.find(({ position }) => position === signer.position - 1)) }),
        why: say('path.everyoneWhoOwesSignsOrder'),
        holder: 'applicant',
        holderName: name,
        personId: signer.personId,
        since: signer.invitedAt ?? envelope.sentAt,
        place: place(signer.id),
      };
    });
}

import { say } from '../../../basis/words/index';
import { personName } from '../../../file/state/index';
import type { FileState } from '../../../file/state/index';
import type { Draft, PathPart } from '../entry';
/** The agreement, and everybody's signature. */
export const signing: PathPart = { code: 'signing', entries: signingEntries };

function signingEntries(file: FileState): Draft[] {
  const { envelope } = file;
  const place = (anchor: string) => ({ chapter: 'signing' as const, anchor });
  if (!envelope || envelope.state === 'void') {
    return [
      {
        key: 'signing:send',
        gate: 'signing',
        what: say('path.sendAgreementForSignature'),
        why: say('path.everyoneWhoOwesSignsBefore'),
        holder: 'officer',
        since: file.stageSince,
        place: place('send'),
      },
    ];
  }
  if (envelope.state === 'making')
    return [
      {
        key: 'signing:making',
        gate: 'signing',
        what: say('path.agreementBeingMade'),
        why: say('path.sentFirstWhoSignsOnce'),
        holder: 'service',
        since: envelope.sentAt,
        place: place('making'),
      },
    ];
  if (envelope.state === 'sealing')
    return [
      {
        key: 'signing:sealing',
        gate: 'signing',
        what: say('path.signedAgreementBeingSealed'),
        why: say('path.sealedAgreementCantChangedWithout'),
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
        gate: 'signing',
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

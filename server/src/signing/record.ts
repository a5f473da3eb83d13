import { say, type FileState } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { makePdf } from '../pdf/index';

export interface SignatureRecord {
  name: string;
  position: number;
  signedAt: string;
  consentedAt: string;
  readAt: string;
  choice: string;
  typed: string | null;
  /** What they put their initials beside. */
  initials: { text: string; initials: string }[];
  drawing: Buffer | null;
  address: string;
  device: string;
  codeSentTo: string;
}

const utc = (time: string): string => `${time} (UTC)`;

/** The record that goes behind the agreement: who signed when, from where and how, and the digest of what was signed. */
export async function signatureRecordPdf(
  { reference, pack: { paper } }: Pick<FileState, 'reference' | 'pack'>,
  documentHash: string,
  records: readonly SignatureRecord[],
): Promise<Buffer> {
  const speak = speakerFor();
  return makePdf(
    [
      { text: speak(say('agreement.recordSignatures')), style: 'title' },
      { text: speak(say('agreement.fileReference', { reference })), margin: [0, 2, 0, 2] },
      { text: [speak(say('agreement.digestOfWhatWasSigned')), { text: documentHash, style: 'number', fontSize: 7.5 }], style: 'small', margin: [0, 0, 0, 10] },
      ...records.flatMap((record) => [
        { text: `${record.position}. ${record.name}`, style: 'heading' },
        record.drawing
          ? { image: `data:image/png;base64,${record.drawing.toString('base64')}`, fit: [220, 70], margin: [0, 2, 0, 4] }
          : { text: record.typed ?? '', italics: true, fontSize: 20, margin: [0, 2, 0, 4] },
        {
          table: {
            widths: [150, '*'],
            body: [
              [speak(say('agreement.signed')), utc(record.signedAt)],
              [speak(say('agreement.how')), speak(say('agreement.mark', { mark: record.drawing ? 'drawn' : 'typed' }))],
              ...(record.choice === '' ? [] : [[speak(say('agreement.answerChosen')), record.choice]]),
              ...record.initials.map(({ text, initials }) => [speak(say('agreement.initialled')), `${initials}: ${text}`]),
              [speak(say('agreement.agreedElectronicPapers')), utc(record.consentedAt)],
              [speak(say('agreement.readEnd')), utc(record.readAt)],
              [speak(say('agreement.proven')), speak(say('agreement.oneTimeCodeSentText', { codeSentTo: record.codeSentTo }))],
              [speak(say('agreement.from')), record.address],
              [speak(say('agreement.device')), record.device],
            ].map(([label, value]) => [{ text: label, color: '#444444' }, { text: value }]),
          },
          layout: 'lightHorizontalLines',
          fontSize: 8.5,
        },
      ]),
    ],
    speak(say('agreement.recordSignaturesFileReference', { reference })),
    { paper },
  );
}

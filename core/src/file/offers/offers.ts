import { say, type Words } from '../../basis/words/index';
import { addDays, type IsoDate } from '../../basis/dates/index';
import type { FilePerson } from '../../people/people/fields';
import type { Line, ProductDefinition } from '../product/index';
import { signersOf, type FileState } from '../state/index';

/** A person's certificate to offer the products of a line in some places for some time. */
export interface Certificate {
  id: string;
  staffId: string;
  number: string;
  line: Line;
  places: string[];
  from: IsoDate;
  until: IsoDate | null;
}

export const LINE_LABEL: Record<Line, string> = { lending: 'Lending', insurance: 'Insurance', leasing: 'Leasing' };

export interface OfferWish {
  on: IsoDate;
  channel: string;
  /** The certificates of who would offer it; null where nobody does, as at the front door. */
  certificates: readonly Certificate[] | null;
}

/** Why a product can't be offered there and then, each reason in a sentence; none when it can. */
export function offerBars(
  product: Pick<ProductDefinition, 'name' | 'line' | 'place' | 'offer'>,
  placeName: string,
  { on, channel, certificates }: OfferWish,
): Words[] {
  const bars: Words[] = [];
  const { from, until, channels } = product.offer;
  if (on < from) bars.push(say('offers.offeredFrom', { from: { day: from } }));
  if (until !== null && on > until) bars.push(say('offers.wasOfferedUntil', { until: { day: until } }));
  if (!channels.includes(channel)) bars.push(say('offers.notOfferedThisWay'));
  if (certificates !== null) {
    const bar = certificateBar(certificates, product, placeName, on);
    if (bar) bars.push(bar);
  }
  return bars;
}

/** Whether somebody is certified to offer a product on a day. */
export const isCertifiedFor = (certificates: readonly Certificate[], product: Pick<ProductDefinition, 'line' | 'place'>, on: IsoDate): boolean =>
  certificateBar(certificates, product, '', on) === null;

function certificateBar(
  certificates: readonly Certificate[],
  { line, place }: Pick<ProductDefinition, 'line' | 'place'>,
  placeName: string,
  on: IsoDate,
): Words | null {
  const what = LINE_LABEL[line].toLowerCase();
  const ofLine = certificates.filter((certificate) => certificate.line === line);
  if (ofLine.length === 0) return say('offers.youHoldNoCertificateFor', { what });
  const there = ofLine.filter(({ places }) => places.includes(place));
  if (there.length === 0) return say('offers.yourCertificateForNotFor', { what, placeName });
  if (there.some(({ from, until }) => from <= on && (until === null || on <= until))) return null;
  const [latest] = [...there].sort((a, b) => b.from.localeCompare(a.from));
  if (latest && latest.from > on) return say('offers.yourCertificateForBeginsOn', { number: latest.number, what, latestFrom: { day: latest.from } });
  return latest?.until
    ? say('offers.yourCertificateForRanOut', { number: latest.number, what, latestUntil: { day: latest.until } })
    : say('offers.youHoldNoCertificateFor2', { what });
}

/**
 * The dates of an application that came on paper: signed, received, keyed, none later than the next, and what was signed
 * not too long before it came.
 * @param within days from signing to receipt; any number where null. @returns the problem and the field it is at.
 */
export function datesProblem({
  signedOn,
  receivedOn,
  keyedOn,
  within = null,
}: {
  signedOn: IsoDate | null;
  receivedOn: IsoDate;
  keyedOn: IsoDate;
  within?: number | null;
}): { field: 'signedOn' | 'receivedOn'; message: Words } | null {
  if (receivedOn > keyedOn) return { field: 'receivedOn', message: say('offers.dateReceivedCantLieAfter') };
  if (signedOn !== null && signedOn > receivedOn) return { field: 'signedOn', message: say('offers.cantHaveBeenSignedAfter') };
  if (signedOn !== null && within !== null && addDays(signedOn, within) < receivedOn)
    return { field: 'signedOn', message: say('offers.signedTooLongAgo', { days: within }) };
  return null;
}

/** Who signed a paper application after the first, in the order in which its product has them sign. */
export const laterPaperSigners = (file: Pick<FileState, 'people' | 'product' | 'channel' | 'signedOn'>): FilePerson[] =>
  file.channel === 'post' && file.signedOn !== null ? signersOf(file).slice(1) : [];

/**
 * What is wrong with the day on which one of several signers signed a paper application: it lies between that of whoever
 * signs before them and the day of receipt. Null where nothing is, or where it isn't known.
 */
export function paperSignatureProblem(
  file: Pick<FileState, 'people' | 'product' | 'channel' | 'signedOn' | 'receivedOn'>,
  { id }: Pick<FilePerson, 'id'>,
  signedOn: IsoDate,
): Words | null {
  const later = laterPaperSigners(file);
  const at = later.findIndex((person) => person.id === id);
  if (at < 0) return say('offers.noPaperSignature');
  const wrong = datesProblem({ signedOn, receivedOn: file.receivedOn, keyedOn: file.receivedOn, within: file.product.signedWithin });
  if (wrong) return wrong.message;
  const before = later
    .slice(0, at)
    .reduce((latest, person) => (person.signedOn !== null && person.signedOn > latest ? person.signedOn : latest), file.signedOn ?? signedOn);
  return signedOn < before ? say('offers.signedBeforeWhoSignsBefore', { before: { day: before } }) : null;
}

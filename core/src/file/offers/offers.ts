import { dateInWords, type IsoDate } from '../../basis/dates/index';
import type { Line, ProductDefinition } from '../product/index';

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
): string[] {
  const bars: string[] = [];
  const { from, until, channels } = product.offer;
  if (on < from) bars.push(`It is offered from ${dateInWords(from)}.`);
  if (until !== null && on > until) bars.push(`It was offered until ${dateInWords(until)}.`);
  if (!channels.includes(channel)) bars.push('It is not offered this way.');
  if (certificates !== null) {
    const bar = certificateBar(certificates, product, placeName, on);
    if (bar) bars.push(bar);
  }
  return bars;
}

function certificateBar(
  certificates: readonly Certificate[],
  { line, place }: Pick<ProductDefinition, 'line' | 'place'>,
  placeName: string,
  on: IsoDate,
): string | null {
  const what = LINE_LABEL[line].toLowerCase();
  const ofLine = certificates.filter((certificate) => certificate.line === line);
  if (ofLine.length === 0) return `You hold no certificate for ${what}.`;
  const there = ofLine.filter(({ places }) => places.includes(place));
  if (there.length === 0) return `Your certificate for ${what} is not for ${placeName}.`;
  if (there.some(({ from, until }) => from <= on && (until === null || on <= until))) return null;
  const [latest] = [...there].sort((a, b) => b.from.localeCompare(a.from));
  if (latest && latest.from > on) return `Your certificate ${latest.number} for ${what} begins on ${dateInWords(latest.from)}.`;
  return latest?.until
    ? `Your certificate ${latest.number} for ${what} ran out on ${dateInWords(latest.until)}.`
    : `You hold no certificate for ${what} that holds today.`;
}

/** The dates of an application that came on paper: signed, received, keyed, none later than the next. @returns the problem and the field it is at. */
export function datesProblem({
  signedOn,
  receivedOn,
  keyedOn,
}: {
  signedOn: IsoDate | null;
  receivedOn: IsoDate;
  keyedOn: IsoDate;
}): { field: 'signedOn' | 'receivedOn'; message: string } | null {
  if (receivedOn > keyedOn) return { field: 'receivedOn', message: 'The date received can’t lie after today.' };
  if (signedOn !== null && signedOn > receivedOn) return { field: 'signedOn', message: 'It can’t have been signed after it was received.' };
  return null;
}

import type { TakeAlong } from '@cavren/contract';
import { workbookOf, type FileState, type IsoDate } from '@cavren/core';
import { speakerFor } from '@cavren/words';
import { calculationJson, paymentDates, scheduleCsv } from './texts';
import { costsSheetPdf } from './costssheet';
import { xlsxOf } from './workbook';

/** What is to be made of a file. */
export interface Taken {
  name: TakeAlong;
  file: string;
  today: string;
  lender: string;
}

/** Runs on a worker thread. */
export default async function make({ name, file: text, today: on, lender }: Taken): Promise<Uint8Array> {
  const file = JSON.parse(text) as FileState;
  const today = on as IsoDate;
  const speak = speakerFor(file.pack);
  switch (name) {
    case 'calculation.xlsx':
      return xlsxOf(workbookOf(file, today, speak), file.reference);
    case 'schedule.xlsx':
      return xlsxOf(
        workbookOf(file, today, speak).filter(({ code }) => code === 'request' || code === 'part'),
        file.reference,
      );
    case 'calculation.json':
      return Buffer.from(calculationJson(file, today));
    case 'schedule.csv':
      return Buffer.from(scheduleCsv(file, today));
    case 'payments.ics':
      return Buffer.from(paymentDates(file, today, lender));
    case 'costs.pdf':
      return costsSheetPdf(file, today, lender);
  }
}

import type { Frequency, Stage } from '@cavren/core';

/** How far a demo file has come, and what is special about it. */
export interface Story {
  /** How many days ago it was received. */
  age: number;
  officer: 'wren' | 'tamsin';
  applicant: DemoApplicant;
  coApplicant?: DemoApplicant;
  child?: string;
  /** Amounts in whole units of currency. */
  price: number;
  downPayment: number;
  term: number;
  purpose: string;
  until: Stage;
  twist?:
    | 'payslip-differs'
    | 'one-signature-missing'
    | 'question'
    | 'paper-waiting'
    | 'paper-sent-back'
    | 'candidate-open'
    | 'mismatch-open'
    | 'exception-asked'
    | 'half-typed';
  debt?: { lender: string; kind: string; payment: number; balance: number; cleared: boolean };
}

export interface DemoApplicant {
  name: string;
  born: string;
  /** Last four digits of an identity number that nobody has (area 900 and up). */
  tail: string;
  kind: 'wage' | 'selfEmployed' | 'pension';
  employer: string;
  amount: number;
  frequency: Frequency;
  hours?: number;
}

/** The files that have a story of their own. */
export const TOLD: Story[] = [
  {
    age: 1,
    officer: 'wren',
    applicant: {
      name: 'Marit Solvane',
      born: '1988-05-17',
      tail: '4120',
      kind: 'wage',
      employer: 'Brackwater Cannery',
      amount: 1840,
      frequency: 'everyTwoWeeks',
    },
    coApplicant: {
      name: 'Edric Solvane',
      born: '1986-09-02',
      tail: '4128',
      kind: 'selfEmployed',
      employer: 'Solvane Creel Fishing',
      amount: 38_400,
      frequency: 'yearly',
    },
    child: 'Pia Solvane',
    price: 64_000,
    downPayment: 16_000,
    term: 84,
    purpose: 'Engine replacement',
    until: 'gathering',
    twist: 'payslip-differs',
    debt: { lender: 'Gullstone Credit Union', kind: 'vehicleLoan', payment: 212.4, balance: 5830.15, cleared: false },
  },
  {
    age: 6,
    officer: 'wren',
    applicant: {
      name: 'Corvin Thalle',
      born: '1979-03-21',
      tail: '5516',
      kind: 'wage',
      employer: 'Quillhaven Harbour Trust',
      amount: 31.5,
      frequency: 'hourly',
      hours: 40,
    },
    price: 42_000,
    downPayment: 12_000,
    term: 60,
    purpose: 'Electronics and navigation',
    until: 'checking',
    twist: 'candidate-open',
  },
  {
    age: 3,
    officer: 'wren',
    applicant: { name: 'Ingrid Fenwarden', born: '1991-12-04', tail: '6021', kind: 'wage', employer: 'Tidewrack Boatyard', amount: 4650, frequency: 'monthly' },
    coApplicant: {
      name: 'Oskar Fenwarden',
      born: '1990-02-27',
      tail: '6029',
      kind: 'wage',
      employer: 'Petrel Ferries',
      amount: 1490,
      frequency: 'everyTwoWeeks',
    },
    price: 88_000,
    downPayment: 24_000,
    term: 96,
    purpose: 'Hull and deck refit',
    until: 'signing',
    twist: 'one-signature-missing',
  },
  {
    age: 5,
    officer: 'tamsin',
    applicant: {
      name: 'Bartholomew Quince',
      born: '1968-08-11',
      tail: '7012',
      kind: 'selfEmployed',
      employer: 'Quince Marine Rigging',
      amount: 71_200,
      frequency: 'yearly',
    },
    price: 120_000,
    downPayment: 36_000,
    term: 108,
    purpose: 'Fishing gear and winches',
    until: 'deciding',
  },
  {
    age: 8,
    officer: 'wren',
    applicant: {
      name: 'Linnea Ashgrove',
      born: '1994-06-30',
      tail: '8118',
      kind: 'wage',
      employer: 'Saltmeadow Clinic',
      amount: 2960,
      frequency: 'everyTwoWeeks',
    },
    price: 51_500,
    downPayment: 14_500,
    term: 72,
    purpose: 'Purchase with refit',
    until: 'deciding',
  },
  {
    age: 12,
    officer: 'wren',
    applicant: {
      name: 'Casimir Rookwood',
      born: '1959-01-19',
      tail: '8225',
      kind: 'pension',
      employer: 'Harbour Pilots’ Fund',
      amount: 3420,
      frequency: 'monthly',
    },
    price: 30_000,
    downPayment: 9_000,
    term: 48,
    purpose: 'Engine replacement',
    until: 'deciding',
    twist: 'question',
  },
  {
    age: 7,
    officer: 'wren',
    applicant: { name: 'Noor Vandermeer', born: '1983-10-10', tail: '9034', kind: 'wage', employer: 'Kelpline Ropeworks', amount: 980, frequency: 'weekly' },
    price: 36_000,
    downPayment: 9_500,
    term: 60,
    purpose: 'Hull and deck refit',
    until: 'checking',
    twist: 'mismatch-open',
  },
  {
    age: 14,
    officer: 'tamsin',
    applicant: {
      name: 'Hester Colquitt',
      born: '1975-04-23',
      tail: '9142',
      kind: 'wage',
      employer: 'Lanternside School',
      amount: 2380,
      frequency: 'twiceAMonth',
    },
    price: 47_000,
    downPayment: 15_000,
    term: 72,
    purpose: 'Electronics and navigation',
    until: 'completing',
  },
  {
    age: 18,
    officer: 'wren',
    applicant: {
      name: 'Torvald Eskildsen-Moor',
      born: '1980-07-08',
      tail: '1220',
      kind: 'wage',
      employer: 'Brackwater Cannery',
      amount: 5120,
      frequency: 'monthly',
    },
    price: 58_000,
    downPayment: 20_000,
    term: 84,
    purpose: 'Fishing gear and winches',
    until: 'done',
  },
  {
    age: 11,
    officer: 'tamsin',
    applicant: {
      name: 'Delphine Arkwater',
      born: '1997-11-15',
      tail: '1336',
      kind: 'wage',
      employer: 'The Gull & Lantern',
      amount: 17.2,
      frequency: 'hourly',
      hours: 30,
    },
    price: 66_000,
    downPayment: 14_000,
    term: 60,
    purpose: 'Purchase with refit',
    until: 'declined',
    debt: { lender: 'Northstrand Finance', kind: 'creditCard', payment: 310, balance: 9240, cleared: false },
  },
  {
    age: 0,
    officer: 'wren',
    applicant: {
      name: 'Piran Trevelgue',
      born: '1992-02-29',
      tail: '1448',
      kind: 'wage',
      employer: 'Petrel Ferries',
      amount: 2205,
      frequency: 'everyTwoWeeks',
    },
    price: 0,
    downPayment: 0,
    term: 0,
    purpose: 'Engine replacement',
    until: 'details',
    twist: 'half-typed',
  },
  {
    age: 4,
    officer: 'wren',
    applicant: {
      name: 'Yrsa Lindqvist-Bell',
      born: '1985-03-12',
      tail: '1560',
      kind: 'wage',
      employer: 'Tidewrack Boatyard',
      amount: 3890,
      frequency: 'monthly',
    },
    price: 92_000,
    downPayment: 18_400,
    term: 72,
    purpose: 'Hull and deck refit',
    until: 'gathering',
    twist: 'exception-asked',
    debt: { lender: 'Gullstone Credit Union', kind: 'personalLoan', payment: 265, balance: 7410, cleared: false },
  },
];

const FIRST = [
  'Aldous',
  'Briony',
  'Caspar',
  'Dagny',
  'Elowen',
  'Fergus',
  'Greta',
  'Halvor',
  'Isolde',
  'Jorah',
  'Kerensa',
  'Leopold',
  'Morwenna',
  'Nils',
  'Oriel',
  'Phineas',
];
const LAST = [
  'Blackwell-Tarn',
  'Cotterfield',
  'Drummock',
  'Ellerby',
  'Farthingale',
  'Grimsby-Holt',
  'Hawksworth',
  'Isherby',
  'Jessamy',
  'Kilbride-Voss',
  'Larkspur',
  'Merriwane',
];
const EMPLOYERS = [
  'Brackwater Cannery',
  'Tidewrack Boatyard',
  'Petrel Ferries',
  'Quillhaven Harbour Trust',
  'Kelpline Ropeworks',
  'Saltmeadow Clinic',
  'Lanternside School',
  'Cormorant Ice Works',
];
const PURPOSES = ['Hull and deck refit', 'Engine replacement', 'Electronics and navigation', 'Fishing gear and winches', 'Purchase with refit'];
const STAGES: Stage[] = [
  'details',
  'checking',
  'gathering',
  'gathering',
  'gathering',
  'deciding',
  'offering',
  'signing',
  'completing',
  'done',
  'done',
  'declined',
  'withdrawn',
];

const pick = <T>(list: readonly T[], at: number): T => list[at % list.length] as T;

/** Ordinary files that fill the lists: no two alike, none of them anybody. */
export function ordinaryStories(count: number): Story[] {
  return Array.from({ length: count }, (_, at) => {
    const until = pick(STAGES, at * 5 + 1);
    const ended = until === 'done' || until === 'declined' || until === 'withdrawn';
    const price = 24_000 + ((at * 7_300) % 70_000);
    const twists = ['paper-waiting', 'paper-sent-back', undefined] as const;
    const twist = until === 'gathering' ? pick(twists, at) : undefined;
    return {
      age: ended ? 15 + ((at * 3) % 30) : (at * 2) % 9,
      officer: at % 2 === 0 ? 'wren' : 'tamsin',
      applicant: {
        name: `${pick(FIRST, at * 3 + 1)} ${pick(LAST, at * 7 + 2 + Math.floor(at / 12))}`,
        born: `${1958 + ((at * 11) % 44)}-${String(1 + ((at * 5) % 12)).padStart(2, '0')}-${String(1 + ((at * 13) % 28)).padStart(2, '0')}`,
        tail: `${2 + (at % 7)}${String((at * 37) % 100).padStart(2, '0')}${pick(['0', '1', '2', '5', '6', '8', '9'], at)}`,
        kind: at % 6 === 4 ? 'pension' : 'wage',
        employer: at % 6 === 4 ? 'Harbour Pilots’ Fund' : pick(EMPLOYERS, at * 3),
        amount: 3600 + ((at * 410) % 3400),
        frequency: 'monthly',
      },
      price,
      downPayment: Math.round(price * 0.3),
      term: 48 + (at % 6) * 12,
      purpose: pick(PURPOSES, at),
      until,
      ...(twist ? { twist } : {}),
    };
  });
}

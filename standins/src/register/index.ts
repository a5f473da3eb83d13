import { z } from 'zod';
import { makeService } from '../service/index';

const Question = z.object({ number: z.string(), fullName: z.string(), birthDate: z.string() });

/** Companies that the register knows, all made up: it answers from its own entries and not from what it is asked. */
const COMPANIES = [
  { number: '471234567', name: 'Fulmar Nets LLC', founded: '2011-04-18', form: 'limited liability company', active: true },
  { number: '471234575', name: 'Brackwater Holdings Inc', founded: '2004-09-01', form: 'corporation', active: true },
  { number: '471234583', name: 'Sound Row Partners LP', founded: '2016-02-29', form: 'limited partnership', active: true },
  { number: '471234591', name: 'Old Slipway Company', founded: '1989-06-12', form: 'corporation', active: false },
  { number: '049091850', name: 'South Harbour Nets Limited', founded: '2013-11-05', form: 'limited company', active: true },
];
const CompanyQuestion = z.object({ number: z.string() });

/**
 * A register of persons that answers from what it is asked. Most people are as they say; the last digit of the number
 * makes the exceptions: 7 is not in the register, 4 has day and month of birth exchanged, 3 has another spelling of the name.
 */
export function registerService() {
  const app = makeService('register of persons');
  app.post('/persons', { schema: { body: Question } }, (request) => {
    const { number, fullName, birthDate } = request.body;
    const last = number.at(-1);
    if (last === '7') return { record: null };
    if (last === '4') return { record: { fullName, birthDate: exchangeDayAndMonth(birthDate) } };
    if (last === '3') return { record: { fullName: respell(fullName), birthDate } };
    return { record: { fullName, birthDate } };
  });
  app.post('/companies', { schema: { body: CompanyQuestion } }, (request) => {
    const digits = request.body.number.replace(/\D/g, '');
    return { record: COMPANIES.find(({ number }) => number === digits) ?? null };
  });
  return app;
}

/** 1990-04-03 becomes 1990-03-04; a day that is no month goes one day on instead. */
function exchangeDayAndMonth(date: string): string {
  const [year = '', month = '', day = ''] = date.split('-');
  if (Number(day) <= 12 && day !== month) return `${year}-${day}-${month}`;
  return `${year}-${month}-${String((Number(day) % 28) + 1).padStart(2, '0')}`;
}

function respell(name: string): string {
  const last = name.at(-1) ?? '';
  return /[a-z]/.test(last) ? `${name}${last}` : `${name}e`;
}

import { PROBLEM } from './problems';
import { CertificatePage, KeepCertificate } from '@cavren/contract';
import type { Certificate, IsoDate, Line } from '@cavren/core';
import { nanoid } from 'nanoid';
import { select, Table, UniqueConstraintError, type Sequelize } from '../db/index';
import type { Concept } from '../house/index';
import { staffFor } from '../http/index';

interface CertificateRow {
  id: string;
  staffId: string;
  number: string;
  line: Line;
  places: string;
  validFrom: IsoDate;
  validUntil: IsoDate | null;
}

/** Who is certified to offer what, where and when. A certificate is never changed: it is ended by one that says until when. */
function certificatesStore(db: Sequelize) {
  const table = new Table<CertificateRow>(
    db,
    'certificate',
    { id: 'key', staffId: 'key', number: 'key', line: 'key', places: 'text', validFrom: 'date', validUntil: 'date' },
    ['id'],
  );
  const toCertificate = ({ id, staffId, number, line, places, validFrom, validUntil }: CertificateRow): Certificate => ({
    id,
    staffId,
    number,
    line,
    places: places.split(' '),
    from: validFrom,
    until: validUntil,
  });
  return {
    of: async (staffId: string): Promise<Certificate[]> => (await table.find({ staffId })).map(toCertificate),
    all: async (): Promise<Certificate[]> => (await table.find({}, { order: [['number', 'ASC']] })).map(toCertificate),
    async keep({ staffId, number, line, places, from, until }: Omit<Certificate, 'id'>): Promise<void> {
      const row = { staffId, number, line, places: places.join(' '), validFrom: from, validUntil: until };
      const known = await table.one({ number });
      if (known) await table.update(row, { id: known.id });
      else await table.insert({ id: nanoid(), ...row });
    },
    staff: () => select<{ id: string; name: string; role: string }>(db, 'SELECT id, name, role FROM staff WHERE ended_at IS NULL ORDER BY name'),
  };
}

declare module '../house/index' {
  interface Services {
    certificates: ReturnType<typeof certificatesStore>;
  }
}

/** Certificates: who may offer what, where and when. */
export const certificates: Concept = (app, { db, offer, services }) => {
  const store = offer('certificates', certificatesStore(db));
  async function pageOf(): Promise<CertificatePage> {
    const [certificates, staff, newest] = await Promise.all([store.all(), store.staff(), services.products.newest()]);
    const places = [...new Map(newest.map(({ pack }) => [pack.code, { code: pack.code, name: pack.name, dateOrder: pack.dateOrder }])).values()];
    const officers = staff.filter(({ role }) => role === 'intake').map(({ id, name }) => ({ id, name }));
    return {
      certificates: certificates.map((certificate) => ({ ...certificate, staffName: staff.find(({ id }) => id === certificate.staffId)?.name ?? '' })),
      staff: officers,
      places,
    };
  }
  app.get('/api/certificates', { schema: { response: { 200: CertificatePage } } }, async (request) => {
    staffFor(request, 'certificate.read');
    return pageOf();
  });
  app.post('/api/certificates', { schema: { body: KeepCertificate, response: { 200: CertificatePage } } }, async (request) => {
    staffFor(request, 'certificate.write');
    const wish = request.body;
    const { staff, places, certificates } = await pageOf();
    if (!staff.some(({ id }) => id === wish.staffId)) throw PROBLEM.chooseOneIntakeOfficers({}, 'staffId');
    const unknown = wish.places.find((place) => !places.some(({ code }) => code === place));
    if (unknown) throw PROBLEM.thereNoPlace({ unknown }, 'places');
    if (wish.until !== null && wish.until < wish.from) throw PROBLEM.cantEndBeforeBegins({}, 'until');
    const other = certificates.find(({ number, staffId }) => number === wish.number && staffId !== wish.staffId);
    if (other) throw PROBLEM.thisNumberSCertificate({ staffName: other.staffName }, 'number');
    try {
      await store.keep(wish);
    } catch (error) {
      if (error instanceof UniqueConstraintError) throw PROBLEM.thisNumberWasTakenJust({}, 'number');
      throw error;
    }
    return pageOf();
  });
};

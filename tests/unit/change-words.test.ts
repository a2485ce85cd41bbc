import { describeChange } from '@/features/people/change-words';

const said = (what: string, facts: Record<string, unknown>, about?: string) =>
  describeChange(
    { what, id: 'x', facts },
    { names: about ? { x: about } : {}, currency: 'USD', timeZone: 'America/Denver' },
  );

describe('a change of the shop, in words', () => {
  test('a car: what it is, by name; what is empty and what only the machine reads is not told', () => {
    expect(
      said(
        'vehicle',
        { facts: { modelYear: '2016', sleeve: '14 mm' }, later: '', platform: 'Tarn', vin: '' },
        'Osk Tarn 90',
      ),
    ).toEqual({
      done: 'wrote down a car',
      about: 'Osk Tarn 90',
      facts: 'model year: 2016; bush sleeve, bore: 14 mm; platform: Tarn',
    });
    expect(said('procedure', { version: 2, hash: 'ab12', note: '' }).facts).toBe('version: 2');
  });
  test('hours by the clock, days by name, prices in the shop’s money, lists counted', () => {
    expect(said('hours', { openFrom: 480, restMinutes: 30, openDays: [1, 2], rackDays: [2, 5] }).facts).toBe(
      'opens: 08:00; rest, min: 30; open on: Mon, Tue; the rack on: Tue, Fri',
    );
    expect(said('part', { name: 'Top spacer', cents: 14900, ratedLeast: null }).facts).toBe('price: $149');
    expect(said('part', { name: 'Top spacer', cents: 1 }).about).toBe('Top spacer');
    expect(said('kit', { name: 'K', fits: [{ a: 1 }, { a: 2 }] }).facts).toBe('fits: 2');
  });
  test('ids are told by name, instants by the shop’s own clock, and a pin with nothing in it is a pin taken out', () => {
    const told = describeChange(
      {
        what: 'week pin',
        id: 'j rack',
        facts: {
          jobId: 'j',
          phaseId: 'rack',
          personId: 'p',
          placeId: 'gone',
          startsAt: '2026-04-16T15:00:00.000Z',
        },
      },
      { names: { j: 'Osk Tarn 90, order 12', p: 'Ilse' }, currency: 'USD', timeZone: 'America/Denver' },
    );
    expect(told.about).toBe('Osk Tarn 90, order 12');
    expect(told.facts).toBe(
      'what of it: the alignment; who: Ilse; where: one no longer kept; from: Thu 16 Apr 2026, 09:00',
    );
    expect(said('week pin', { jobId: 'j', personId: null, placeId: null, startsAt: null }).done).toBe(
      'took a pin out',
    );
    expect(said('week wait', { untilDay: null }).done).toBe('said a job waits no longer');
    expect(said('rush job', { label: 'Cart' }).about).toBe('Cart');
  });
  test('a change nobody wrote words for says itself, and a long one ends', () => {
    expect(said('something new', { on: true }).done).toBe('something new');
    expect(said('something new', { on: true }).facts).toBe('on: yes');
    expect(said('kit', { note: 'long '.repeat(200) }).facts.endsWith('…')).toBe(true);
  });
});

import { changeWords } from '@/features/people/change-words';

const said = (what: string, facts: Record<string, unknown>, about?: string) =>
  changeWords({ what, facts }, about, 'USD');

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
  test('a change nobody wrote words for says itself, and a long one ends', () => {
    expect(said('something new', { on: true }).done).toBe('something new');
    expect(said('something new', { on: true }).facts).toBe('on: yes');
    expect(said('kit', { note: 'long '.repeat(200) }).facts.endsWith('…')).toBe(true);
  });
});

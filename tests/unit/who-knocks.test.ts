import * as argon from '@node-rs/argon2';
import { matchesSecret } from '@/server/sessions/passwords';
import { addressOf } from '@/server/sessions/rate';

jest.mock('@node-rs/argon2', () => ({
  hash: jest.fn(async (secret: string) => `kept ${secret}`),
  verify: jest.fn(async (kept: string, secret: string) => kept === `kept ${secret}`),
}));

const asked = (hops?: string) => ({ headers: new Headers(hops ? { 'x-forwarded-for': hops } : {}) });

describe('where somebody comes from', () => {
  const env = process.env;
  afterEach(() => {
    process.env = env;
  });
  const behind = (more: Record<string, string>) => {
    process.env = { ...env, ...more };
  };

  test('without a gateway that was named, what a request says of itself is not believed', () => {
    behind({});
    expect(addressOf(asked('10.0.0.7'))).toBe('here');
  });

  test.each([{ WRENCHWISE_GATEWAY: '10.0.0.1' }, { WRENCHWISE_LAN: '1' }])(
    'behind %j the last hop counts, which the gateway saw; those before it are only said',
    (gateway) => {
      behind(gateway as unknown as Record<string, string>);
      expect(addressOf(asked('6.6.6.6, 7.7.7.7, 192.168.1.20'))).toBe('192.168.1.20');
      expect(addressOf(asked('192.168.1.20'))).toBe('192.168.1.20');
      expect(addressOf(asked(`6.6.6.6, ${'9'.repeat(500)}`)).length).toBeLessThan(61);
      expect(addressOf(asked())).toBe('here');
    },
  );
});

test('a name nobody has costs the same work as one somebody has: one comparing each', async () => {
  const verify = jest.mocked(argon.verify);
  expect(await matchesSecret('kept right', 'right')).toBe(true);
  expect(await matchesSecret('kept right', 'wrong')).toBe(false);
  expect(verify).toHaveBeenCalledTimes(2);
  for (const nothing of [null, undefined, '']) {
    verify.mockClear();
    expect(await matchesSecret(nothing, 'right')).toBe(false);
    expect(verify).toHaveBeenCalledTimes(1);
  }
});

import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { ViewerRow } from './rows.js';
import { KnownViewers } from './known-viewers.js';
import { newViewer } from './viewer-row.js';

const MOST = 5;
const row = (n: number, name = `caver_${String(n)}`): ViewerRow =>
  newViewer(`id${String(n)}`, 'irc', `account:${String(n)}`, name, 'viewer', 0);

test('whoever was just met is there by id, account and name, and nobody stands for someone else', () => {
  const act = fc.oneof(
    fc.record({ kind: fc.constant('meet' as const), who: fc.nat(20), also: fc.nat(60) }),
    fc.record({ kind: fc.constant('rename' as const), who: fc.nat(20), also: fc.nat(20) }),
    fc.record({ kind: fc.constant('forget' as const), who: fc.nat(20), also: fc.constant(0) }),
  );
  fc.assert(
    fc.property(fc.array(act, { maxLength: 60 }), (acts) => {
      const known = new KnownViewers(MOST);
      // Whom it must hold, the one met longest ago first, and whom it has let go of.
      let met: number[] = [];
      const gone = new Set<number>();
      for (const { kind, who, also } of acts) {
        met = met.filter((one) => one !== who);
        if (kind === 'forget') {
          known.forget(`id${String(who)}`);
          expect(known.byAccount(`account:${String(who)}`)).toBeUndefined();
          continue;
        }
        const name = kind === 'rename' ? `renamed_${String(who)}_${String(also)}` : undefined;
        const one = kind === 'rename' ? row(who, name) : (known.get(`id${String(who)}`) ?? row(who));
        known.keep(one, [`nick:${String(who)}:${String(also)}`]);
        met.push(who);
        gone.delete(who);
        for (const one of met.splice(0, met.length - MOST)) gone.add(one);
        expect(known.get(one.id)).toBe(one);
        expect(known.byAccount(one.account)).toBe(one);
        expect(known.byAccount(`nick:${String(who)}:${String(also)}`)).toBe(one);
        expect(known.byName(one.name.toUpperCase())).toBe(one);
        // The last ones met are all there; those let go of are not, under no name.
        for (const id of met) expect(known.get(`id${String(id)}`)?.id).toBe(`id${String(id)}`);
        for (const id of gone) expect(known.byAccount(`account:${String(id)}`)).toBeUndefined();
      }
    }),
  );
});

test('who is ignored stays ignored however many are met after them', () => {
  const known = new KnownViewers(100);
  const ignored = { ...row(0), ignored: true };
  known.keep(ignored);
  for (let n = 1; n < 1_000; n += 1) {
    known.keep(row(n));
    // Met again now and then, as one who goes on writing is.
    if (n % 50 === 0) known.keep(known.byAccount('account:0') ?? row(0));
  }
  expect(known.byAccount('account:0')?.ignored).toBe(true);
});

import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { Random } from '../motion/plant/random';
import { avocet } from '../samples/avocet';
import { dunnock } from '../samples/dunnock';
import { fieldfare } from '../samples/fieldfare';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { afterAnswer, beliefBefore } from './belief';
import { likelihoodsOf, minutesOf, netCauses } from './netCauses';
import { rankTests } from './nextTest';
import { finished } from '../units/steps';
import { signatures } from './sights';

const atHand = { tools: new Set<string>(), holds: new Set<string>() };

describe.each([
  ['Dunnock', dunnock],
  ['Wren', wren],
  ['Plover', plover],
  ['Avocet', avocet],
  ['Fieldfare', fieldfare],
])('a fault hidden in the nets of %s', (_name, make) => {
  const f = deriveFigures(make().design);
  const s = finished(signatures(f.design, f.network, f.plan));
  const causes = netCauses(s);
  const before = beliefBefore(causes);

  it('is found by looking: within six answers in most cases, one answer in fifty being wrong', () => {
    const random = new Random(11);
    const rounds = 60;
    let found = 0;
    for (let k = 0; k < rounds; k++) {
      const all = causes.reduce((sum, c) => sum + c.weight, 0);
      let drawn = random.next() * all;
      const hidden = Math.max(
        0,
        causes.findIndex((c) => (drawn -= c.weight) <= 0),
      );
      const answer = (sight: number): number => {
        const shown = causes[hidden]!.row[sight]!;
        const truly = shown === 2 ? (random.next() < 0.5 ? 0 : 1) : shown;
        return random.next() < 0.02 ? 1 - truly : truly;
      };
      // It begins with something that is not as it should be.
      const odd = s.sights.flatMap((_, i) => (causes[hidden]!.row[i] !== s.whole[i] ? [i] : []));
      const first = odd[Math.floor(random.next() * odd.length)]!;
      let belief = afterAnswer(before, likelihoodsOf(causes, first), answer(first));
      const asked = new Set([first]);
      for (let n = 1; n < 6; n++) {
        const offers = s.sights.flatMap((sight, i) =>
          asked.has(i)
            ? []
            : [
                {
                  id: String(i),
                  minutes: minutesOf(sight),
                  likelihoods: likelihoodsOf(causes, i),
                  tools: [],
                  conditions: [],
                },
              ],
        );
        const [next] = rankTests(belief, offers, atHand);
        if (!next) break;
        const sight = Number(next.id);
        asked.add(sight);
        belief = afterAnswer(belief, likelihoodsOf(causes, sight), answer(sight));
      }
      if (belief.p.indexOf(Math.max(...belief.p)) === hidden) found++;
    }
    expect(found / rounds).toBeGreaterThan(0.85);
  });
});

import { quantity } from '../../units/quantity';
import { cutMm, routesOf } from '../routes';
import type { Planning } from './planning';
import type { Proposal } from './proposal';

/**
 * Lengths by the layout of the panel. A conductor between two parts on a plate is as long as its way through the ducts; a cable that
 * goes on to the machine, or a wire to a plug in the wall of the box, is longer by its way inside. A cable whose own length is entered keeps it.
 */
export function lengthsByLayout(p: Planning): void {
  const routes = routesOf(p.design);
  if (!routes) return;
  const inCables = new Map<string, Proposal[]>();
  for (const proposal of p.proposals) {
    if (proposal.cable !== undefined) {
      const together = inCables.get(proposal.cable);
      if (together) together.push(proposal);
      else inCables.set(proposal.cable, [proposal]);
      continue;
    }
    const route = routes.of(proposal);
    if (route && (!route.leaves || endsAtPlug(p, proposal))) proposal.length = metres(cutMm(route));
  }
  for (const [name, together] of inCables) {
    const part = p.cables.find((c) => c.name === name);
    const entered = part && p.design.parts[part.id]?.data;
    if (entered?.class === 'cable' && entered.length) continue;
    const found = together.flatMap((proposal) => routes.of(proposal) ?? []);
    const inside = Math.max(0, ...found.map(cutMm));
    if (!inside) continue;
    const leadM = found.some((r) => r.leaves) ? p.lengthM(undefined, 'machine') : 0;
    const length = metres(1000 * leadM + inside);
    for (const proposal of together) proposal.length = length;
  }
}
const metres = (mm: number) => quantity(Math.round(mm) / 1000, 'm', 'estimate');
const endsAtPlug = ({ design }: Planning, { from, to }: Proposal): boolean =>
  [from, to].some((t) => design.parts[t.part]?.data.class === 'connector');

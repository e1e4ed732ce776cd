/** What befalls the true machine, as data: the control knows nothing of it, whoever stands beside hears and sees it. */
export type Happening = { t: number } & (
  | { kind: 'stall'; motor: number; neededNm: number; leftNm: number; rpm: number }
  | { kind: 'dragged'; motor: number; neededNm: number }
  | { kind: 'locked again'; motor: number; lost: number }
  | { kind: 'bang'; motor: number; speed: number; plusEnd: boolean }
  | { kind: 'fell'; motor: number; distance: number }
  | { kind: 'alarm'; motor: number; error: number }
  | { kind: 'racked'; axis: number; skew: number }
  | { kind: 'switch crushed'; switchIndex: number; beyond: number }
  | { kind: 'supply sagged'; share: number }
  | { kind: 'tool struck'; axis: number }
  | { kind: 'tool thrown'; rpm: number }
  | { kind: 'door bolted' }
);

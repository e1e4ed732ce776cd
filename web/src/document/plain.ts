import { isProxy, toRaw } from 'vue';

/**
 * The value without the proxies in which Vue hands out what is kept in a `ref` or `reactive`: what goes into the document may
 * be sent to a worker, and no worker can be given a proxy. What lies behind one is copied, since a form goes on changing it
 * and the document never changes; what holds none comes back as it is.
 */
export function plain<T>(value: T, copy = false): T {
  if (typeof value !== 'object' || value === null) return value;
  const own = copy || isProxy(value);
  const raw = toRaw(value);
  if (Array.isArray(raw)) {
    const items = raw.map((v: unknown) => plain(v, own));
    return own || items.some((v, i) => v !== raw[i]) ? (items as T) : raw;
  }
  const fields = Object.entries(raw);
  const made = fields.map(([key, v]) => [key, plain(v as unknown, own)] as const);
  return own || made.some(([, v], i) => v !== fields[i]![1]) ? (Object.fromEntries(made) as T) : raw;
}

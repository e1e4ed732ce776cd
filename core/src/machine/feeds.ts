import { z } from 'zod';
import { Id } from './ids';

const PortId = z.string().regex(/^[a-z][a-z0-9-]{0,19}$/);

/** What a port is fed from. A strip holds one conductor of its source; what takes one phase of three hangs on the first unless another is named. */
export const FeedSource = z.strictObject({
  part: Id,
  port: PortId,
  pole: z.enum(['plus', 'minus', 'PE', 'L', 'L2', 'L3', 'N']).optional(),
});
export type FeedSource = Readonly<z.infer<typeof FeedSource>>;

/** Decided feeds: part, port, and what feeds it; `null` where nothing does. */
export const DecidedFeeds = z.record(Id, z.record(PortId, FeedSource.nullable()));
export type DecidedFeeds = z.infer<typeof DecidedFeeds>;

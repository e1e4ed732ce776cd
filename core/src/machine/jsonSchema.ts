import { z } from 'zod';
import { MachineFile } from './file';

/** The JSON Schema of a machine file, generated from the same source as every check. */
export const machineFileJsonSchema = (): object => ({
  title: 'Nodaxis machine file, version 1',
  ...z.toJSONSchema(MachineFile, { target: 'draft-2020-12', reused: 'ref', io: 'input' }),
});

import { z } from 'zod';
import { MachineFile, VERSION } from './file';
import { NameSheet } from './nameSheet';

const digest = z
  .string()
  .regex(/^[0-9a-f]{8}$/)
  .optional()
  .describe('CRC-32 of the text of this file without this field, which comes last; a file without it opens as well');

/** The JSON Schema of a name sheet as a file of its own. */
export const nameSheetJsonSchema = (): object => ({
  title: 'Nodaxis name sheet, version 1',
  ...z.toJSONSchema(NameSheet, { target: 'draft-2020-12', reused: 'ref', io: 'input' }),
});

/** The JSON Schema of a machine file, generated from the same source as every check. */
export const machineFileJsonSchema = (): object => ({
  title: `Nodaxis machine file, version ${VERSION}`,
  ...z.toJSONSchema(MachineFile.extend({ digest }), { target: 'draft-2020-12', reused: 'ref', io: 'input' }),
});

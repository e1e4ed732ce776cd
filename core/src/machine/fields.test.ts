import { describe, expect, it } from 'vitest';
import { sampleMachines } from '../samples/index';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { newDesign } from './create';
import { circuitName, describeField, fieldPaths, fieldTitle, isSettable, valueAt } from './fields';

describe('fields', () => {
  it.each(sampleMachines.map((s) => [s.id, s.make().design] as const))(
    'every field of %s has a label, a reason and a station',
    (_id, design) => {
      const paths = fieldPaths(design);
      expect(paths.length).toBeGreaterThan(50);
      expect(new Set(paths).size).toBe(paths.length);
      for (const path of paths) {
        const f = describeField(design, path)!;
        expect(f.label, path).not.toBe('');
        expect(f.help.length, path).toBeGreaterThan(8);
        expect(fieldTitle(f)).not.toContain('undefined');
      }
    },
  );
  it('only what a machine has is offered', () => {
    const paths = fieldPaths(newDesign('lathe', 'New'));
    expect(paths).toContain('latheX');
    expect(paths).toContain('axes.x.transmission.starts');
    expect(paths.filter((p) => /teeth|module|axes\.y|parts/.test(p))).toEqual([]);
    expect(fieldPaths(dunnock().design)).not.toContain('latheX');
  });
  it('a rotary axis is measured in degrees, a slide in millimetres', () => {
    const { design } = dunnock();
    const rotary = { ...design, axes: { ...design.axes, x: { ...design.axes.x!, motion: 'rotary' as const } } };
    const kind = (d: typeof design) => describeField(d, 'axes.x.maxSpeed')!.kind;
    expect(kind(design)).toEqual({ type: 'quantity', dimensions: ['speed'] });
    expect(kind(rotary)).toEqual({ type: 'quantity', dimensions: ['angularSpeed'] });
  });
  it('a path into a prototype or to nowhere is no field', () => {
    const { design } = dunnock();
    for (const path of ['__proto__', 'axes.x.constructor', 'axes.__proto__.travel', 'toString', '']) {
      expect(describeField(design, path)).toBeUndefined();
      expect(valueAt(design, `axes.${path}`)).toBeUndefined();
    }
    expect(isSettable('roles.controller')).toBe(false);
    expect(isSettable('axes.x.travel')).toBe(true);
  });
  it('an input is called by what it does and where its switches sit', () => {
    const { design } = dunnock();
    expect(circuitName(design, 'limit-x-plus')).toBe('X plus limit');
    expect(circuitName(design, 'limit-and-reference-y-left')).toBe('Y minus left limit + reference');
    expect(circuitName(wren().design, 'stop')).toBe('Stop');
    expect(fieldTitle(describeField(design, 'axes.y.drives.1.turnsForPlus')!)).toBe(
      'Y right · For plus the shaft turns',
    );
  });
});

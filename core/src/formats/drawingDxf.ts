import { Colors, DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import type { Layer, PanelDrawing } from '../panel/drawing';

/** Layers by what is done with them; machines that cut sort by layer. */
const layers: Record<Layer, readonly [name: string, colour: number]> = {
  edge: ['EDGE', Colors.White],
  outline: ['OUTLINE', Colors.Cyan],
  rail: ['RAIL', Colors.Green],
  duct: ['DUCT', Colors.Yellow],
  drill: ['DRILL', Colors.Red],
  cut: ['CUT', Colors.Magenta],
  middle: ['MIDDLE', Colors.Blue],
  text: ['TEXT', Colors.White],
};

/** A drawing as a DXF file in millimetres, its origin at the lower left corner: holes are circles, cut-outs closed lines. */
export function drawingDxf(drawing: PanelDrawing): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  for (const [name, colour] of Object.values(layers)) dxf.addLayer(name, colour, 'CONTINUOUS');
  for (const m of drawing.marks) {
    const layerName = layers[m.layer][0];
    const at = point3d(m.x, m.y);
    switch (m.kind) {
      case 'circle':
        dxf.addCircle(at, m.diameter / 2, { layerName });
        break;
      case 'line':
        dxf.addLine(at, point3d(m.toX, m.toY), { layerName });
        break;
      case 'text':
        dxf.addText(at, m.size, m.text.replace(/[^\x20-\x7e]/g, plainSign), { layerName });
        break;
      case 'rectangle': {
        const [right, top] = [m.x + m.width, m.y + m.height];
        const corners = [
          [m.x, m.y],
          [right, m.y],
          [right, top],
          [m.x, top],
        ] as const;
        dxf.addLWPolyline(
          corners.map(([x, y]) => ({ point: { x, y } })),
          { flags: 1, layerName },
        );
      }
    }
  }
  return dxf.stringify();
}
/** A text of the file holds signs of a typewriter. */
const plainSign = (c: string): string => (c === '×' ? 'x' : '?');

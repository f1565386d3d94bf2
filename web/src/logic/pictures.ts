/** Small drawings that show what the inputs and outputs of a sum mean. Each mark names an input or output as it is written. */
export type Mark =
  | ['line' | 'thin', number, number, number, number]
  | ['wood' | 'block', number, number, number, number]
  | ['dim' | 'force', number, number, number, number, string]
  | ['even', number, number, number, string]
  | ['support', number, number]
  | ['ground', number]
  | ['text', number, number, string]

const BEAM: Mark[] = [['wood', 40, 70, 240, 14], ['support', 46, 84], ['support', 274, 84]]

export const PICTURES: Record<string, Mark[]> = {
  section: [['wood', 130, 30, 26, 96], ['wood', 158, 30, 26, 96], ['dim', 130, 142, 184, 142, 'width'], ['dim', 204, 30, 204, 126, 'depth'], ['text', 36, 80, 'plies: 2 here']],
  'simple span': [...BEAM, ['even', 40, 280, 62, 'live line, dead line'], ['dim', 46, 122, 274, 122, 'span'], ['text', 210, 108, 'sag']],
  overhang: [['wood', 30, 70, 260, 14], ['support', 60, 84], ['support', 220, 84], ['even', 30, 290, 62, 'load'], ['dim', 60, 122, 220, 122, 'span'], ['dim', 220, 122, 290, 122, 'overhang'], ['text', 60, 112, 'far'], ['text', 206, 112, 'near'], ['force', 290, 30, 290, 66, 'tip load']],
  post: [['wood', 148, 36, 24, 96], ['block', 120, 132, 80, 12], ['force', 160, 6, 160, 34, 'axial load'], ['dim', 204, 36, 204, 132, 'height'], ['force', 100, 40, 144, 40, 'moment']],
  seat: [['wood', 90, 40, 200, 40], ['block', 120, 80, 60, 60], ['dim', 120, 28, 180, 28, 'bearing length'], ['dim', 90, 104, 120, 104, 'from end'], ['force', 240, 132, 240, 86, 'reaction']],
  notch: [['wood', 120, 36, 170, 70], ['wood', 60, 36, 60, 46], ['block', 60, 82, 36, 50], ['dim', 44, 36, 44, 82, 'depth left'], ['dim', 78, 122, 120, 122, 'notch to reaction']],
  supported: [['wood', 20, 56, 280, 10], ['block', 60, 68, 14, 30], ['block', 150, 68, 14, 30], ['block', 240, 68, 14, 30], ['dim', 67, 116, 157, 116, 'joist spans'], ['dim', 157, 116, 247, 116, ''], ['dim', 20, 116, 67, 116, 'overhang'], ['dim', 112, 40, 202, 40, 'supported length'], ['text', 60, 142, 'beam 1'], ['text', 150, 142, '2'], ['text', 240, 142, '3']],
  'beam on posts': [['wood', 30, 58, 260, 22], ['block', 52, 80, 18, 54], ['block', 250, 80, 18, 54], ['even', 30, 290, 50, 'joists'], ['dim', 61, 110, 259, 110, 'span']],
  box: [['wood', 110, 26, 80, 24], ['wood', 110, 110, 80, 24], ['block', 100, 26, 9, 108], ['block', 191, 26, 9, 108], ['dim', 110, 14, 190, 14, 'flange width'], ['dim', 218, 26, 218, 134, 'depth'], ['dim', 84, 26, 84, 50, 'flange depth'], ['text', 118, 84, 'webs: 2']],
  ledger: [['block', 30, 10, 30, 140], ['wood', 62, 50, 20, 60], ['wood', 84, 54, 206, 52], ['line', 50, 66, 92, 66], ['line', 50, 96, 92, 96], ['dim', 84, 124, 290, 124, 'joist span'], ['text', 100, 84, 'rows: 2'], ['text', 34, 30, 'sheathing between']],
  guard: [['wood', 130, 24, 22, 110], ['wood', 152, 96, 130, 38], ['line', 126, 104, 180, 104], ['line', 126, 126, 180, 126], ['force', 92, 30, 128, 30, 'point load'], ['dim', 22, 30, 22, 104, 'rail above fixing'], ['dim', 210, 104, 210, 126, 'fixing lever'], ['dim', 240, 30, 240, 96, 'arm']],
  stair: [['line', 40, 130, 100, 130], ['line', 100, 130, 100, 100], ['line', 100, 100, 160, 100], ['line', 160, 100, 160, 70], ['line', 160, 70, 220, 70], ['line', 220, 70, 220, 40], ['dim', 100, 146, 160, 146, 'tread'], ['dim', 234, 40, 234, 70, 'riser'], ['thin', 40, 78, 220, -12], ['text', 50, 60, 'rail']],
  'wind on fence': [['ground', 132], ['wood', 60, 40, 8, 110], ['wood', 150, 40, 8, 110], ['wood', 240, 40, 8, 110], ['block', 60, 46, 188, 76], ['dim', 268, 46, 268, 122, 'solid height'], ['dim', 64, 24, 154, 24, 'post spacing'], ['dim', 40, 40, 40, 132, 'top height'], ['force', 110, 70, 140, 84, 'pressure']],
  drift: [['block', 20, 20, 90, 60], ['line', 20, 20, 110, 20], ['line', 110, 110, 300, 110], ['line', 110, 20, 110, 110], ['thin', 110, 62, 220, 100], ['thin', 110, 100, 300, 100], ['dim', 124, 20, 124, 110, 'step'], ['dim', 20, 10, 110, 10, 'upper roof length'], ['dim', 110, 128, 220, 128, 'drift width'], ['text', 150, 72, 'drift peak at the wall']],
  embedment: [['ground', 66], ['wood', 148, 14, 18, 122], ['block', 128, 68, 58, 68], ['force', 90, 30, 146, 30, 'load'], ['dim', 210, 30, 210, 66, 'load height'], ['dim', 210, 66, 210, 136, 'depth'], ['dim', 128, 148, 186, 148, 'width']],
  pad: [['ground', 40], ['wood', 144, 6, 30, 94], ['block', 100, 100, 118, 30], ['dim', 100, 146, 218, 146, 'width'], ['dim', 240, 100, 240, 130, 'thickness'], ['text', 30, 122, 'soil bearing']],
  fastener: [['wood', 70, 36, 36, 100], ['wood', 108, 36, 70, 100], ['line', 56, 84, 170, 84], ['line', 56, 76, 56, 92], ['dim', 70, 24, 106, 24, 'side'], ['dim', 108, 24, 170, 24, 'main'], ['force', 88, 140, 88, 112, 'lateral'], ['force', 40, 84, 14, 84, 'withdrawal']],
  opening: [['wood', 50, 30, 16, 110], ['wood', 250, 30, 16, 110], ['dim', 66, 44, 250, 44, 'top'], ['dim', 66, 84, 250, 84, 'middle'], ['dim', 66, 124, 250, 124, 'bottom'], ['thin', 72, 30, 72, 140], ['thin', 244, 30, 244, 140], ['text', 28, 156, 'hinge gap'], ['text', 228, 156, 'latch gap']],
  'gate leaf': [['wood', 30, 10, 14, 140], ['wood', 60, 24, 12, 112], ['wood', 208, 24, 12, 112], ['wood', 72, 24, 136, 12], ['wood', 72, 124, 136, 12], ['line', 70, 128, 210, 32], ['dim', 66, 152, 214, 152, 'width'], ['dim', 240, 30, 240, 130, 'height'], ['dim', 50, 44, 50, 116, ''], ['text', 76, 60, 'hinge spacing'], ['force', 214, 0, 214, 22, 'load at latch'], ['force', 140, 62, 140, 86, 'weight']],
  swing: [['line', 40, 110, 300, 70], ['wood', 40, 50, 200, 26], ['dim', 40, 36, 240, 36, 'leaf'], ['dim', 30, 76, 30, 110, 'lift'], ['dim', 250, 76, 250, 78, 'gap'], ['text', 120, 130, 'grade along, grade front']],
  bays: [['line', 30, 90, 290, 90], ['wood', 26, 60, 8, 60], ['wood', 113, 60, 8, 60], ['wood', 199, 60, 8, 60], ['wood', 286, 60, 8, 60], ['dim', 30, 136, 290, 136, 'run'], ['dim', 30, 46, 117, 46, 'bay'], ['text', 130, 82, 'bays: 3 here']],
  'rail on slope': [['wood', 70, 30, 10, 110], ['wood', 240, 14, 10, 110], ['line', 75, 76, 245, 50], ['line', 75, 64, 245, 38], ['dim', 75, 148, 245, 148, 'bay'], ['text', 130, 40, 'rail'], ['text', 262, 74, 'slope'], ['text', 20, 74, 'rail depth']],
  hole: [['ground', 46], ['block', 126, 48, 68, 68], ['wood', 150, 8, 20, 104], ['dim', 126, 152, 194, 152, 'hole width'], ['dim', 222, 46, 222, 136, 'hole depth'], ['dim', 100, 118, 100, 136, 'gravel'], ['line', 126, 136, 194, 136], ['text', 178, 24, 'post'], ['text', 30, 90, 'concrete']],
  pickets: [['wood', 20, 24, 14, 120], ['wood', 286, 24, 14, 120], ['wood', 66, 34, 26, 100], ['wood', 124, 34, 26, 100], ['wood', 182, 34, 26, 100], ['wood', 240, 34, 20, 100], ['dim', 34, 156, 286, 156, 'opening'], ['dim', 92, 24, 124, 24, 'gap'], ['dim', 182, 24, 208, 24, 'picket']],
  overlapped: [['wood', 20, 40, 92, 14], ['wood', 172, 40, 92, 14], ['wood', 96, 100, 92, 14], ['block', 20, 56, 270, 42], ['dim', 20, 26, 112, 26, 'board'], ['dim', 96, 130, 112, 130, 'overlap'], ['dim', 112, 26, 172, 26, 'same side gap'], ['dim', 304, 54, 304, 100, 'between']],
  rafter: [['line', 40, 130, 250, 40], ['line', 46, 144, 256, 54], ['block', 70, 120, 30, 30], ['block', 248, 26, 10, 44], ['dim', 70, 156, 250, 156, 'run'], ['dim', 40, 156, 70, 156, 'overhang'], ['text', 130, 70, 'pitch'], ['text', 104, 140, 'seat']],
  slats: [['wood', 60, 70, 16, 36], ['wood', 130, 70, 16, 36], ['wood', 200, 70, 16, 36], ['dim', 60, 122, 130, 122, 'pitch'], ['dim', 200, 122, 216, 122, 'slat width'], ['dim', 40, 70, 40, 106, 'slat depth'], ['thin', 250, 20, 200, 70], ['thin', 180, 20, 130, 70], ['text', 236, 40, 'sun']],
}

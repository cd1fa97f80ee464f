import { CanvasTexture, LinearMipmapLinearFilter, SRGBColorSpace } from 'three';

/** Where the mat lies under the shell, mm. */
export interface MatArea {
  x0: number;
  y0: number;
  width: number;
  height: number;
}

const SIZE = 2048; // px of the longer side

/** The cutting mat as one picture: fine grid, bold every 50 mm, numbers from the datum. */
export function matTexture(area: MatArea): CanvasTexture {
  const scale = SIZE / Math.max(area.width, area.height);
  const canvas = document.createElement('canvas');
  canvas.width = Math.round(area.width * scale);
  canvas.height = Math.round(area.height * scale);
  const paint = canvas.getContext('2d')!;
  paint.fillStyle = '#123a31';
  paint.fillRect(0, 0, canvas.width, canvas.height);
  const px = (x: number) => (x - area.x0) * scale;
  const py = (y: number) => canvas.height - (y - area.y0) * scale;
  const lines = (step: number, style: string, width: number) => {
    paint.strokeStyle = style;
    paint.lineWidth = width;
    paint.beginPath();
    for (let x = Math.ceil(area.x0 / step) * step; x <= area.x0 + area.width; x += step) {
      paint.moveTo(px(x), 0);
      paint.lineTo(px(x), canvas.height);
    }
    for (let y = Math.ceil(area.y0 / step) * step; y <= area.y0 + area.height; y += step) {
      paint.moveTo(0, py(y));
      paint.lineTo(canvas.width, py(y));
    }
    paint.stroke();
  };
  lines(10, 'rgba(205,232,220,0.13)', 1);
  lines(50, 'rgba(205,232,220,0.34)', 2);
  paint.fillStyle = '#d3e9de';
  paint.font = `600 ${Math.round(13 * scale)}px "Barlow Condensed"`;
  paint.textBaseline = 'middle';
  paint.textAlign = 'center';
  const step = 50;
  for (let x = 0; x <= area.x0 + area.width - 30; x += step) paint.fillText(String(x), px(x), py(-16));
  paint.textAlign = 'right';
  for (let y = step; y <= area.y0 + area.height - 30; y += step) paint.fillText(String(y), px(-8), py(y));
  const texture = new CanvasTexture(canvas);
  texture.colorSpace = SRGBColorSpace;
  texture.minFilter = LinearMipmapLinearFilter;
  texture.anisotropy = 8;
  return texture;
}

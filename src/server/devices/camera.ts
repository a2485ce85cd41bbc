import 'server-only';
import sharp from 'sharp';

/**
 * The stand-in camera: pictures drawn here, never found ones. A car at a corner or from its side at a height, a tape on
 * a fender, a fastener with its stripe.
 */

export const SCENES = ['side', 'front', 'rear', 'fastener', 'tape', 'part'] as const;

export interface Scene {
  kind: (typeof SCENES)[number];
  words: string;
  /** Shifts light and colors, so that no two scenes are the same bytes. */
  seed: number;
  /** How far the body stands over the wheels, 0 as it came to 1 well lifted; of the side view alone. */
  raised?: number;
}

const WIDTH = 1200;
const HEIGHT = 860;

function body(scene: Scene): string {
  const hue = (scene.seed * 47) % 360;
  const steel = `hsl(${hue} 12% 62%)`;
  const paint = `hsl(${(hue + 140) % 360} 32% 38%)`;
  switch (scene.kind) {
    case 'side': {
      const y = 505 - (scene.raised ?? 0) * 95;
      return `<rect y="690" width="1200" height="170" fill="#6b6557"/><path d="M110 ${y}q-8 -120 60 -135l170 -20 110 -120h260l70 125h270q90 10 90 150Z" fill="${paint}" stroke="#16140f" stroke-width="10"/>
        <path d="M470 ${y - 160}l80 -90h60v95ZM630 ${y - 250}h70l52 95H630Z" fill="#cfd6d6" stroke="#16140f" stroke-width="7"/>
        ${[300, 905].map((x) => `<circle cx="${x}" cy="590" r="112" fill="#1d1c1a" stroke="#0c0b0a" stroke-width="12"/><circle cx="${x}" cy="590" r="58" fill="${steel}"/>`).join('')}`;
    }
    case 'front':
    case 'rear':
      return `<path d="M90 560V330q0-80 90-90h620q120 10 150 110l60 210Z" fill="${paint}" stroke="#16140f" stroke-width="10"/>
        <circle cx="560" cy="600" r="185" fill="#1d1c1a" stroke="#0c0b0a" stroke-width="14"/><circle cx="560" cy="600" r="100" fill="${steel}"/>
        <circle cx="560" cy="600" r="26" fill="#2a2926"/>${[0, 60, 120, 180, 240, 300].map((a) => `<circle cx="${560 + 58 * Math.cos((a * Math.PI) / 180)}" cy="${600 + 58 * Math.sin((a * Math.PI) / 180)}" r="13" fill="#3a3833"/>`).join('')}`;
    case 'fastener': {
      const points = [0, 60, 120, 180, 240, 300].map(
        (a) => `${600 + 190 * Math.cos((a * Math.PI) / 180)},${430 + 190 * Math.sin((a * Math.PI) / 180)}`,
      );
      return `<rect width="1200" height="860" fill="hsl(${hue} 9% 34%)"/><circle cx="600" cy="430" r="290" fill="${steel}"/><polygon points="${points.join(' ')}" fill="#8d8a83" stroke="#2c2a26" stroke-width="12"/>
        <circle cx="600" cy="430" r="92" fill="#5d5a54"/><rect x="565" y="90" width="70" height="680" fill="#f5b921" opacity=".93"/>`;
    }
    case 'tape':
      return `<path d="M0 250Q600 60 1200 250V0H0Z" fill="${paint}"/><rect x="540" y="150" width="130" height="620" fill="#f3c63f" stroke="#16140f" stroke-width="6"/>
        ${Array.from({ length: 24 }, (_, i) => `<path d="M540 ${170 + i * 25}h${i % 4 ? 40 : 80}" stroke="#16140f" stroke-width="5"/>`).join('')}<circle cx="600" cy="790" r="60" fill="#2a2926"/>`;
    case 'part':
      return `<rect width="1200" height="860" fill="hsl(${hue} 14% 72%)"/><path d="M300 620h600l-40-330H360Z" fill="${paint}" stroke="#16140f" stroke-width="12"/>
        <circle cx="430" cy="455" r="34" fill="#efe9d9"/><circle cx="770" cy="455" r="34" fill="#efe9d9"/><path d="M560 560l120-60v120Z" fill="#f5b921"/>`;
  }
}

/** Draws a scene. @returns JPEG bytes, the same for the same scene */
export function drawScene(scene: Scene): Promise<Buffer> {
  const words = scene.words.replace(/[<>&]/g, ' ').slice(0, 60);
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
    <defs><linearGradient id="g" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="hsl(${(scene.seed * 31) % 360} 14% 78%)"/><stop offset="1" stop-color="#5c574c"/></linearGradient></defs>
    <rect width="${WIDTH}" height="${HEIGHT}" fill="url(#g)"/>${body(scene)}
    <rect y="${HEIGHT - 64}" width="${WIDTH}" height="64" fill="#16140f"/><text x="24" y="${HEIGHT - 22}" font-family="sans-serif" font-size="30" fill="#f4efe2">${words} · drawn picture ${scene.seed}</text></svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 86 }).toBuffer();
}

import { expose } from 'comlink';
import type { FoundCard } from '@/core/photo/find-card';
import { cardIn } from './find-marks';

const doors = {
  /** Finds the card in a picture as it was taken. */
  async find(file: Blob): Promise<{ card: FoundCard | null; width: number; height: number }> {
    const bitmap = await createImageBitmap(file);
    const canvas = new OffscreenCanvas(bitmap.width, bitmap.height);
    const context = canvas.getContext('2d', { willReadFrequently: true })!;
    context.drawImage(bitmap, 0, 0);
    const { data, width, height } = context.getImageData(0, 0, bitmap.width, bitmap.height);
    return { card: cardIn({ data, width, height }), width, height };
  },
};
export type CardDoors = typeof doors;

expose(doors);

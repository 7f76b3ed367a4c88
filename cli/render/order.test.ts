import { describe, expect, it } from 'vitest';
import { blankPiece, setLoop, setPicture } from '@/core/piece/edit';
import { renderOrder } from './order';

const piece = setLoop(setPicture(blankPiece(), { width: 640, height: 360 }), { frames: 30 });

describe('what is rendered', () => {
  it('is all of the loop as the interface exports it, where nothing else is asked for', () => {
    expect(renderOrder(piece, {})).toMatchObject({
      span: { first: 0, last: 29, every: 1 },
      size: { width: 640, height: 360 },
      settings: { picture: 'png', samples: 4, opacity: 'straight' },
    });
  });

  it('is what the options say', () => {
    const options = { frames: '3-9', every: '2', size: '64x32', samples: '1', format: 'exr' };
    expect(renderOrder(piece, options)).toMatchObject({
      span: { first: 3, last: 9, every: 2 },
      size: { width: 64, height: 32 },
      settings: { picture: 'exr', samples: 1, opacity: 'premultiplied' },
    });
    expect(renderOrder(piece, { frames: '7' }).span).toMatchObject({ first: 7, last: 7 });
  });

  it.each([
    [{ frames: '9-3' }, /--frames takes one frame or two/],
    [{ frames: '0-30' }, /within the loop/],
    [{ frames: 'all' }, /such as 0-29/],
    [{ every: '0' }, /--every takes a whole number from 1 to 30/],
    [{ size: '64' }, /--size takes pixels/],
    [{ size: '8x99999' }, /--size takes a whole number from 16/],
    [{ samples: '3' }, /--samples takes 1, 4, 8, 16/],
    [{ format: 'bmp' }, /--format takes png, png16/],
    [{ opacity: 'half' }, /--opacity takes straight or premultiplied/],
  ])('of %j the option that is not right is named', (options, said) => {
    expect(() => renderOrder(piece, options)).toThrow(said);
  });
});

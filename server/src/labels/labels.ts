import bwipjs from 'bwip-js/node';
import { parseLotCode, wrong } from '@esprel/core';
import { FileAnswer, read, type Route } from '../http/route.ts';

/** The lot code as a two-dimensional code, as SVG. The same code always gives the same picture. */
export function codeSvg(code: string): string {
  return bwipjs.toSVG({ bcid: 'datamatrix', text: code, scale: 3, paddingwidth: 2, paddingheight: 2 });
}

export function labelRoutes(): Route[] {
  return [
    read('/labels/:code.svg', (_reader, { params }) => {
      const code = parseLotCode(params.code ?? '');
      if (code === null) throw wrong('code', 'is not a lot code');
      return new FileAnswer('image/svg+xml', codeSvg(code), { keepSeconds: 86_400 });
    }),
  ];
}

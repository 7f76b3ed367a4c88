import { setParam, setPictureParam } from '@/core/piece/edit';
import { stepById, strandById, type Asset, type ParamAt, type Piece } from '@/core/piece/types';
import { paramsOf } from '@/core/steps';

/** Puts an asset where a parameter takes it; a picture that a choice hides is shown. */
export function putPicture(piece: Piece, at: ParamAt, asset: Asset): Piece {
  const put = setPictureParam(piece, at.strand, at.step, at.param, asset);
  const step = stepById(strandById(piece, at.strand), at.step);
  const param = step && paramsOf(step).find((p) => p.id === at.param);
  return param?.type === 'picture' && param.shownBy
    ? setParam(put, at.strand, at.step, param.shownBy.choice, param.shownBy.option)
    : put;
}

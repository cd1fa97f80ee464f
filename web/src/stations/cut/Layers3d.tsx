import { Bent3d } from './Bent3d';
import { FaceLines3d } from './FaceLines3d';

/** What this station draws over the shell. */
export function Layers3d() {
  return (
    <>
      <FaceLines3d />
      <Bent3d />
    </>
  );
}

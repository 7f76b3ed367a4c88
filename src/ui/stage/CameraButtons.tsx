import { Button } from '../parts/Button';
import type { StageCamera } from './use-camera';

/** What can be done with how the stage is looked at. */
export function CameraButtons({ camera }: { camera: StageCamera }) {
  return (
    <div className="flex grow justify-end gap-1.5">
      <Button className="bg-[#0b0e0dcc]" title="Shows all that stands on the stage" onClick={() => void camera.fit()}>
        Frame all
      </Button>
      {camera.view && (
        <>
          <Button className="bg-[#0b0e0dcc]" onClick={camera.putHere}>
            Put the camera here
          </Button>
          <Button className="bg-[#0b0e0dcc]" onClick={() => camera.look(null)}>
            Back to the camera
          </Button>
        </>
      )}
    </div>
  );
}

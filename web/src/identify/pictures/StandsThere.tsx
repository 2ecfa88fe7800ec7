import { Button } from '@mui/material'
import type { KeptPhoto } from '../../api/types'
import { useSayPosition } from '../../survey/map/mapQueries'
import { ProblemNote } from '../../kit/ProblemNote'

/** How near a camera in the woods knows where it is, in metres. */
const cameraKnowsM = 20

/** Takes the place a camera noted as that of the plant, where somebody says so. */
export function StandsThere({ photo, plant }: { photo: KeptPhoto; plant: string }) {
  const say = useSayPosition()
  const { latitude, longitude, name } = photo
  if (latitude === null || longitude === null) return null
  if (say.isSuccess) return <span role="status">The plant is put where the picture was taken.</span>
  return (
    <>
      <Button
        size="small"
        disabled={say.isPending}
        title={`Puts the plant on the map where this picture was taken, sure within ${cameraKnowsM} m`}
        onClick={() =>
          say.mutate({
            plant,
            body: {
              typed: `picture ${name}`.slice(0, 100),
              at: { latitude, longitude },
              uncertaintyM: cameraKnowsM,
            },
          })
        }
      >
        The plant stands where it was taken
      </Button>
      <ProblemNote error={say.error} />
    </>
  )
}

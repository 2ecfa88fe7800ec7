import { Button } from '@mui/material'
import { Link } from 'react-router'
import { usePlants, useSession } from '../api/queries'
import { lastPlant } from '../kit/lastPlant'
import todayCss from './today.module.css'

/** What one most often comes for: a plant in hand, a place to count, or the plant one was at last. */
export function StartHere() {
  const mayRecord = useSession().data?.mayRecord
  const plants = usePlants().data
  const last = plants?.find((p) => p.id === lastPlant.read()) ?? plants?.[0]
  return (
    <div className={todayCss.startHere} role="group" aria-label="Begin" data-walk="begin">
      {mayRecord && (
        <>
          <Button component={Link} to="/identify?add=" variant="contained" size="large">
            I have a plant in front of me
          </Button>
          <Button component={Link} to="/survey?what=counts&sheet=new" variant="outlined" size="large">
            Count a place
          </Button>
        </>
      )}
      {last && (
        <Button component={Link} to={`/identify/${last.id}`} variant="outlined" size="large">
          Go on with {last.tag}
        </Button>
      )}
      <Button component={Link} to="/waiting" size="large">
        Pack for the field
      </Button>
    </div>
  )
}

import { clsx } from 'clsx'
import { Button } from '@mui/material'
import { useRef } from 'react'
import { useSession } from '../api/queries'
import { day } from '../kit/format'
import { ProblemNote } from '../kit/ProblemNote'
import { useSetWeather, useWeather } from './seasonQueries'
import kitCss from '../kit/kit.module.css'

/** Where the year's warmth is known from: the station, or a file brought in. */
export function WeatherLine() {
  const { data } = useWeather()
  const standIns = useSession().data?.standIns
  const setting = useSetWeather()
  const file = useRef<HTMLInputElement>(null)
  if (!data) return null
  return (
    <div className={clsx(kitCss.soft, kitCss.noPrint)}>
      {data.days > 0
        ? `Warmth from a file: ${data.days} days of this year, to ${day(data.last ?? '')}. `
        : standIns
          ? 'Warmth from a simulated weather station. '
          : 'No weather is known here: seasons move by what is seen alone. '}
      {data.missing > 0 &&
        `${data.missing} ${data.missing === 1 ? 'day is' : 'days are'} missing since New Year: until they are there, the warmth cannot be summed. `}
      <Button size="small" disabled={setting.isPending} onClick={() => file.current?.click()}>
        Bring in a file …
      </Button>
      {data.days > 0 && (
        <Button size="small" disabled={setting.isPending} onClick={() => setting.mutate(null)}>
          {standIns ? 'Back to the station' : 'Forget the file'}
        </Button>
      )}
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        aria-label="Weather file: date, lowest and highest temperature"
        hidden
        onChange={(e) => {
          const chosen = e.target.files?.[0]
          if (chosen) setting.mutate(chosen)
          e.target.value = ''
        }}
      />
      <ProblemNote error={setting.error} />
    </div>
  )
}

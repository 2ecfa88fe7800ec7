import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { askHere } from '../../engine/engine'
import type { StandingQuestion } from '../../api/types'

/** Most readings that are kept: some minutes of standing. */
const most = 240

/**
 * Listens to this browser's receiver while somebody stands still; what its readings come to together is the core's. Nobody
 * is listened to before they ask for it, nor after they have gone on.
 */
export function useStanding() {
  const [listening, setListening] = useState(false)
  const [readings, setReadings] = useState<StandingQuestion['readings']>([])
  const [refused, setRefused] = useState(false)
  useEffect(() => {
    if (!listening) return
    const watch = navigator.geolocation.watchPosition(
      ({ coords }) =>
        setReadings((before) => [
          ...before.slice(1 - most),
          { latitude: coords.latitude, longitude: coords.longitude, uncertaintyM: coords.accuracy },
        ]),
      // A receiver that falls silent for a moment is listened to further; one that may not speak is not.
      (fault) => {
        if (fault.code !== fault.PERMISSION_DENIED) return
        setRefused(true)
        setListening(false)
      },
      { enableHighAccuracy: true, maximumAge: 0 },
    )
    return () => navigator.geolocation.clearWatch(watch)
  }, [listening])
  const { data } = useQuery({
    queryKey: ['standing', readings],
    enabled: listening && readings.length > 0,
    gcTime: 0,
    placeholderData: keepPreviousData,
    queryFn: () => askHere('standing', { readings }),
  })
  return {
    listening,
    refused,
    standing: listening && readings.length > 0 ? data : undefined,
    begin: () => {
      setReadings([])
      setRefused(false)
      setListening(true)
    },
    end: () => setListening(false),
  }
}

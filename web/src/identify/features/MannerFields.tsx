import { MenuItem, TextField } from '@mui/material'
import type {
  Alteration,
  Certainty,
  EvidenceSource,
  Exposure,
  PartAge,
  PartPosition,
  PlantVisit,
  Tool,
} from '../../api/types'
import { day, words } from '../../kit/format'
import { toolWords } from '../../kit/toolWords'
import { ageWords, type Manner } from './manner'
import kitCss from '../../kit/kit.module.css'
import featuresCss from './features.module.css'

const certainties: [Certainty, string][] = [
  ['checked', 'looked twice'],
  ['sure', 'sure'],
  ['fairly', 'fairly'],
  ['unsure', 'unsure'],
]
const sources: Record<EvidenceSource, string> = {
  attached: 'on the plant',
  fallen: 'fallen below it',
  oldRemains: 'old remains',
  pressed: 'pressed',
  picture: 'a picture',
}
const exposures: Exposure[] = ['sun', 'shade']
const positions: PartPosition[] = ['basal', 'middle', 'upper', 'lowBranch', 'resprout', 'sapling']
const alterations: Alteration[] = ['mown', 'browsed', 'pruned', 'galled']

/** How things are seen just now, in one line: "sure · on the plant · 22 Apr". */
export const mannerWords = (manner: Manner, date: string) =>
  [
    certainties.find(([c]) => c === manner.certainty)?.[1],
    sources[manner.source],
    date,
    manner.exposure,
    manner.position && words(manner.position),
    manner.age && ageWords[manner.age],
    manner.tool && toolWords[manner.tool],
    manner.altered,
  ]
    .filter(Boolean)
    .join(' · ')

function Choice<T extends string>(props: {
  label: string
  value: T | ''
  options: readonly (readonly [T, string])[]
  none?: string
  onChange: (value: T | '') => void
}) {
  return (
    <TextField
      select
      label={props.label}
      value={props.value}
      onChange={(e) => props.onChange(e.target.value as T | '')}
      sx={{ minWidth: 112 }}
    >
      {props.none !== undefined && <MenuItem value="">{props.none}</MenuItem>}
      {props.options.map(([id, text]) => (
        <MenuItem key={id} value={id}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  )
}

interface Props {
  manner: Manner
  visit: string
  visits: PlantVisit[]
  onManner: (change: Partial<Manner>) => void
  onVisit: (visit: string) => void
}

/** On which visit, how surely, on which part and with what it is seen: it holds for all that is recorded from now on. */
export function MannerFields({ manner, visit, visits, onManner, onVisit }: Props) {
  return (
    <div className={featuresCss.featuresManner}>
      <Choice
        label="Seen on"
        value={visit}
        options={visits.map((v) => [String(v.id), day(v.date)] as const)}
        onChange={onVisit}
      />
      <div className={kitCss.segments} role="radiogroup" aria-label="How sure">
        {certainties.map(([c, label]) => (
          <label key={c}>
            <input
              type="radio"
              name="certainty"
              checked={manner.certainty === c}
              onChange={() => onManner({ certainty: c })}
            />
            {label}
          </label>
        ))}
      </div>
      <Choice
        label="Part"
        value={manner.source}
        options={Object.entries(sources) as [EvidenceSource, string][]}
        onChange={(source) => source && onManner({ source })}
      />
      <Choice
        label="Grew in"
        value={manner.exposure}
        none="not noted"
        options={exposures.map((e) => [e, e] as const)}
        onChange={(exposure) => onManner({ exposure })}
      />
      <Choice
        label="Where on it"
        value={manner.position}
        none="not noted"
        options={positions.map((p) => [p, words(p)] as const)}
        onChange={(position) => onManner({ position })}
      />
      <Choice
        label="How old"
        value={manner.age}
        none="not noted"
        options={Object.entries(ageWords) as [PartAge, string][]}
        onChange={(age) => onManner({ age })}
      />
      <Choice
        label="Seen with"
        value={manner.tool}
        none="as asked"
        options={Object.entries(toolWords) as [Tool, string][]}
        onChange={(tool) => onManner({ tool })}
      />
      <Choice
        label="Altered"
        value={manner.altered}
        none="no"
        options={alterations.map((a) => [a, a] as const)}
        onChange={(altered) => onManner({ altered })}
      />
    </div>
  )
}

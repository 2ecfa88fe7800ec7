import { clsx } from 'clsx'
import { Alert, Button, Checkbox, FormControlLabel, MenuItem, TextField } from '@mui/material'
import { useQuery } from '@tanstack/react-query'
import { answer, api } from '../../api/client'
import { useClinometer } from '../../api/devices'
import { useSession } from '../../api/queries'
import type { TreeQuestion } from '../../api/types'
import { ProblemNote } from '../../kit/ProblemNote'
import { useKept } from '../../kit/useKept'
import { UseHeight } from './UseHeight'
import { TreeSketch } from './TreeSketch'
import kitCss from '../../kit/kit.module.css'
import measureCss from './measure.module.css'

const blank: TreeQuestion = {
  stems: [''],
  byDiameter: false,
  method: 'angles',
  distance: '',
  pace: '',
  alongSlope: false,
  top: '',
  foot: '',
  stick: '',
  arm: '',
  lean: '',
  crownLong: '',
  crownAcross: '',
}

type Field = { [K in keyof TreeQuestion]: TreeQuestion[K] extends string ? K : never }[keyof TreeQuestion]

/** A tree: girth, height and crown from what a tape, a stick, paces and a clinometer gave. */
export function TreeBench({ plant, onPlant }: { plant: string | null; onPlant: (plant: string) => void }) {
  const [{ paced, ...question }, set, clear] = useKept('tree', { ...blank, paced: false })
  const { data, error } = useQuery({
    queryKey: ['tree', question],
    placeholderData: (before) => before,
    queryFn: () => answer(api.POST('/api/trees/measures', { body: question })),
  })
  const clinometer = useClinometer()
  const standIns = useSession().data?.standIns
  const read = (aim: 'top' | 'foot') =>
    clinometer.mutate(aim, { onSuccess: (angle) => set({ [aim]: angle }) })
  // What has not been typed yet is no mistake.
  const field = (name: Field & keyof TreeQuestion, label: string, hint: string, width = 150) => {
    const fault = question[name] ? data?.faults[name] : undefined
    return (
      <TextField
        label={label}
        placeholder={hint}
        value={question[name]}
        error={!!fault}
        helperText={fault}
        onChange={(e) => set({ [name]: e.target.value })}
        slotProps={{ inputLabel: { shrink: true } }}
        sx={{ width }}
      />
    )
  }
  return (
    <div className={measureCss.treeBench}>
      <form aria-label="What was measured" onSubmit={(e) => e.preventDefault()}>
        <h2>Stems, 1.3 m above the ground</h2>
        <div className={clsx(kitCss.row, measureCss.row)}>
          {question.stems.map((stem, i) => (
            <TextField
              // Stems have no names but their order.
              key={i}
              label={question.stems.length > 1 ? `Stem ${i + 1}` : question.byDiameter ? 'Diameter' : 'Girth'}
              placeholder="192 cm, 6 ft 3 in"
              value={stem}
              error={!!stem && !!data?.faults.stems}
              onChange={(e) => set({ stems: question.stems.map((s, j) => (j === i ? e.target.value : s)) })}
              slotProps={{ inputLabel: { shrink: true } }}
              sx={{ width: 150 }}
            />
          ))}
          <Button
            onClick={() => set({ stems: [...question.stems, ''] })}
            disabled={question.stems.length >= 12}
          >
            One more stem
          </Button>
          <FormControlLabel
            control={
              <Checkbox checked={question.byDiameter} onChange={(_, byDiameter) => set({ byDiameter })} />
            }
            label="measured across"
          />
        </div>
        <h2>Height</h2>
        <div className={clsx(kitCss.row, measureCss.row)}>
          <TextField
            select
            label="By"
            value={question.method}
            onChange={(e) => set({ method: e.target.value as TreeQuestion['method'] })}
            sx={{ minWidth: 190 }}
          >
            <MenuItem value="angles">two angles and a distance</MenuItem>
            <MenuItem value="stick">a stick at arm’s length</MenuItem>
            <MenuItem value="none">not measured</MenuItem>
          </TextField>
        </div>
        {question.method !== 'none' && (
          <>
            <div className={clsx(kitCss.row, measureCss.row)}>
              {field('distance', paced ? 'Paces to the stem' : 'Distance to the stem', paced ? '28' : '22 m')}
              {paced && field('pace', 'Length of one pace', '78 cm')}
              <FormControlLabel
                control={
                  <Checkbox
                    checked={paced}
                    onChange={(_, on) => set({ paced: on, pace: '', distance: '' })}
                  />
                }
                label="paced"
              />
              {question.method === 'angles' && (
                <FormControlLabel
                  control={
                    <Checkbox
                      checked={question.alongSlope}
                      onChange={(_, alongSlope) => set({ alongSlope })}
                    />
                  }
                  label="along the slope"
                />
              )}
            </div>
            <div className={clsx(kitCss.row, measureCss.row)}>
              {question.method === 'angles'
                ? [
                    <span key="top">
                      {field('top', 'Angle to the top', '38°')}
                      {standIns && (
                        <Button onClick={() => read('top')}>Read the simulated clinometer at the top</Button>
                      )}
                    </span>,
                    <span key="foot">
                      {field('foot', 'Angle to the foot', '−4°')}
                      {standIns && <Button onClick={() => read('foot')}>and at the foot</Button>}
                    </span>,
                  ]
                : [
                    <span key="stick">{field('stick', 'Stick', '60 cm')}</span>,
                    <span key="arm">{field('arm', 'Eye to stick', '62 cm')}</span>,
                  ]}
              {field('lean', 'Leans by', '0°')}
            </div>
          </>
        )}
        <h2>Crown</h2>
        <div className={clsx(kitCss.row, measureCss.row)}>
          {field('crownLong', 'Longest spread', '9.5 m')}
          {field('crownAcross', 'Square to it', '8 m')}
        </div>
        <Button onClick={clear}>Another tree: begin anew</Button>
      </form>
      <section aria-label="Worked out" aria-live="polite">
        <TreeSketch method={question.method} />
        <ProblemNote error={error ?? clinometer.error} />
        <dl className={measureCss.photoReadings}>
          {data?.lines.map((l) => (
            <div key={l.label}>
              <dt>{l.label}</dt>
              <dd>
                <b>{l.words}</b>
              </dd>
            </div>
          ))}
        </dl>
        {data?.warnings.map((w) => (
          <Alert key={w} severity="warning" variant="outlined" sx={{ mb: 1 }}>
            {w}
          </Alert>
        ))}
        {data?.entry && <UseHeight entry={data.entry} plant={plant} onPlant={onPlant} />}
      </section>
    </div>
  )
}

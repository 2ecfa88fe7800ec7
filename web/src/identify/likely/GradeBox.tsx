import { clsx } from 'clsx'
import { Button, Dialog, DialogActions, DialogContent, DialogTitle, MenuItem, TextField } from '@mui/material'
import { useState } from 'react'
import type { Grade, Organ, PlantSheet, ReturnNeed } from '../../api/types'
import { day } from '../../kit/format'
import { lookAt } from '../../kit/lookAt'
import { ProblemNote } from '../../kit/ProblemNote'
import { gradeWords } from '../../kit/grades'
import { useGrade, useOverrule } from '../../today/seasonQueries'
import kitCss from '../../kit/kit.module.css'
import likelyCss from './likely.module.css'

const grades: Grade[] = ['unplaced', 'leaning', 'settled', 'confirmed']

const organOf = { buds: 'twig', leaves: 'leaf', flowers: 'flower', fruit: 'fruit' } as const

interface Props {
  sheet: PlantSheet
  onLook: (organ: Organ) => void
}

/** How sure the name is, each reason met or not, and what to come back for. */
export function GradeBox({ sheet, onLook }: Props) {
  const { data, error } = useGrade(sheet)
  const [overruling, setOverruling] = useState(false)
  if (!data) return <ProblemNote error={error} />
  const { grade, reasons } = data.answer.grade
  const missing = reasons.filter((g) => !g.met)
  return (
    <>
      <h2>
        How sure{' '}
        <small>
          {reasons.length - missing.length} of {reasons.length} reasons met
        </small>
      </h2>
      <div className={kitCss.box} role="group" aria-label="How sure">
        <ol className={likelyCss.gradeSteps} aria-label={`How sure: ${gradeWords[grade]}`}>
          {grades.map((g) => (
            <li
              key={g}
              aria-current={g === grade ? 'step' : undefined}
              data-reached={grades.indexOf(g) <= grades.indexOf(grade)}
            >
              {gradeWords[g]}
            </li>
          ))}
        </ol>
        {data.overrule && (
          <p className={kitCss.caution} role="status">
            Set to <b>{gradeWords[data.overrule.grade ?? grade]}</b> by {data.overrule.person} on{' '}
            {day(data.overrule.on)}: {data.overrule.reason}
          </p>
        )}
        <ul className={likelyCss.reasonsList}>
          {missing.map((g) => (
            <li key={g.kind}>
              <span aria-label="not met">○</span> {g.says} <small>for {gradeWords[g.from]}</small>
            </li>
          ))}
        </ul>
        <details>
          <summary>Reasons met</summary>
          <ul className={likelyCss.reasonsList}>
            {reasons
              .filter((g) => g.met)
              .map((g) => (
                <li key={g.kind}>
                  <span aria-label="met">●</span> {g.says}
                </li>
              ))}
          </ul>
        </details>
        <Button color="inherit" onClick={() => setOverruling(true)}>
          Overrule …
        </Button>
      </div>
      {data.answer.needs.length > 0 && (
        <>
          <h2>
            Come back for <small>what would raise it</small>
          </h2>
          <ul className={clsx(kitCss.box, likelyCss.returns)}>
            {data.answer.needs.map((n) => (
              <Need key={n.part ?? 'any'} need={n} onLook={onLook} />
            ))}
          </ul>
        </>
      )}
      {overruling && (
        <OverruleDialog
          plant={sheet.plant.id}
          set={data.overrule?.grade ?? null}
          computed={grade}
          onClose={() => setOverruling(false)}
        />
      )}
    </>
  )
}

function Need({ need, onLook }: { need: ReturnNeed; onLook: (organ: Organ) => void }) {
  return (
    <li data-open={need.open}>
      <b>{need.words}</b>
      {need.features.length > 0 && (
        <div>
          {lookAt(need.features)}
          {need.features.some((f) => f.rulesOut.length > 0) &&
            `; rules out ${[...new Set(need.features.flatMap((f) => f.rulesOut))].join(', ')}`}
          .
        </div>
      )}
      {need.open && need.part && (
        <Button color="inherit" onClick={() => onLook(organOf[need.part as keyof typeof organOf])}>
          Record it now
        </Button>
      )}
    </li>
  )
}

function OverruleDialog(props: { plant: string; set: Grade | null; computed: Grade; onClose: () => void }) {
  const overrule = useOverrule(props.plant)
  const [grade, setGrade] = useState<Grade | ''>(props.set ?? '')
  const [reason, setReason] = useState('')
  return (
    <Dialog open onClose={props.onClose} fullWidth maxWidth="xs">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          overrule.mutate({ grade: grade || null, reason }, { onSuccess: props.onClose })
        }}
      >
        <DialogTitle>Say yourself how sure it is</DialogTitle>
        <DialogContent>
          <ProblemNote error={overrule.error} />
          <p className={kitCss.soft}>
            Reckoned is “{gradeWords[props.computed]}”. What you set stands beside it with your reason.
          </p>
          <TextField
            select
            label="How sure"
            fullWidth
            margin="dense"
            value={grade}
            onChange={(e) => setGrade(e.target.value as Grade | '')}
          >
            <MenuItem value="">as reckoned</MenuItem>
            {grades.map((g) => (
              <MenuItem key={g} value={g}>
                {gradeWords[g]}
              </MenuItem>
            ))}
          </TextField>
          <TextField
            label="Reason"
            fullWidth
            margin="dense"
            multiline
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={props.onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={!reason.trim() || overrule.isPending}>
            Set it
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  )
}

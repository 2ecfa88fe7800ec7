import { memo } from 'react'
import type { GuideView, Organ, PlantSheet } from '../api/types'
import { capital } from '../shared/format'
import { organs } from './organs'

interface Props {
  sheet: PlantSheet
  guide: GuideView
  current: Organ | null
  onOrgan: (organ: Organ) => void
}

// Colours of the guide as they are painted; what was not recorded stays unpainted.
const paint: Record<string, string> = {
  white: '#fbf7ea',
  pink: '#d98aa5',
  red: '#a8322b',
  yellow: '#dfb93c',
  greenish: '#b9c98a',
  orange: '#d9813a',
  coppery: '#b9775a',
  black: '#2a2628',
  'blue-black': '#39435f',
  brown: '#80603f',
  green: '#7f9c5c',
  grey: '#9a978c',
  'yellow-brown': '#b89a5e',
}

// How far the second leaf stands below the first, by what was recorded of their arrangement.
const shifts: Record<string, string> = { alternate: 'translate(2 36)', subopposite: 'translate(0 14)' }

// Where each organ is drawn, and on which side its label stands.
const places: Record<Organ, { side: 'left' | 'right'; x: number; y: number }> = {
  habit: { side: 'left', x: 128, y: 60 },
  bark: { side: 'left', x: 132, y: 226 },
  twig: { side: 'left', x: 170, y: 118 },
  place: { side: 'left', x: 138, y: 252 },
  inflorescence: { side: 'right', x: 262, y: 34 },
  flower: { side: 'right', x: 292, y: 66 },
  leaf: { side: 'right', x: 262, y: 140 },
  fruit: { side: 'right', x: 276, y: 214 },
}

/** The sheet of the plant: its organs with what was recorded beside each; organs not looked at yet are ghosted. */
export const SheetFigure = memo(function SheetFigure({ sheet, guide, current, onOrgan }: Props) {
  const seen = new Set(sheet.observations.filter((o) => o.finding !== 'hidden').map((o) => o.organ))
  if (sheet.plant.site.habitats.length > 0) seen.add('place')
  const state = (character: string) =>
    sheet.observations.findLast((o) => o.character === character && o.finding === 'states')?.states[0] ?? ''
  const colour = (character: string, blank = 'none') => paint[state(character)] ?? blank
  const label = (organ: Organ) => {
    const lines = sheet.observations.filter((o) => o.organ === organ)
    const habitat = guide.characters.find((c) => c.id === 'habitat')
    const place = sheet.plant.site.habitats.map((h) => habitat?.states.find((s) => s.id === h)?.label ?? h)
    return (
      <button
        key={organ}
        type="button"
        className="organ"
        aria-pressed={current === organ}
        onClick={() => onOrgan(organ)}
      >
        <b>{capital(organs[organ])}</b>
        {organ === 'place' && place.length > 0 && <span>{place.join(', ')}</span>}
        {lines.slice(-3).map((o) => (
          <span key={`${o.visit} ${o.character}`} className={o.finding === 'hidden' ? 'soft' : undefined}>
            {o.label.toLowerCase()}: {o.summary}
          </span>
        ))}
        {lines.length > 3 && <span className="soft">and {lines.length - 3} more</span>}
        {lines.length === 0 && organ !== 'place' && <span className="soft">not looked at yet</span>}
      </button>
    )
  }
  const side = (which: 'left' | 'right') =>
    (Object.keys(places) as Organ[]).filter((o) => places[o].side === which)
  const ghost = (organ: Organ) =>
    `figure-part${seen.has(organ) ? '' : ' ghost'}${current === organ ? ' current' : ''}`
  return (
    <section className="figure" aria-label="What was recorded, by organ">
      <div className="figure-side">{side('left').map(label)}</div>
      <svg viewBox="90 0 240 270" aria-hidden="true">
        <g className={ghost('place')}>
          <path d="M98 262Q150 250 205 258T322 256" fill="none" stroke="var(--bark)" strokeWidth="3" />
        </g>
        <g className={ghost('habit')}>
          <path
            d="M120 30q-12 10-6 24q-12 8-2 20q8 12 20 4q14 4 16-10q10-12-2-22q2-18-12-18q-10-6-14 2zM131 78l-1 26"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.3"
          />
        </g>
        <g className={ghost('bark')}>
          <path
            d="M178 262C180 220 184 190 190 160L204 160C204 196 208 226 212 262Z"
            fill="var(--bark)"
            stroke="var(--ink)"
          />
          <path
            d="M188 250l1-30M196 252l-1-44M203 248l-2-36M191 200l2-24"
            stroke="var(--ink)"
            strokeWidth="0.9"
          />
        </g>
        <g className={ghost('twig')}>
          <path
            d="M194 162C198 120 208 84 226 50L232 53C216 88 206 122 203 162Z"
            fill={colour('twig-colour', 'var(--bark)')}
            stroke="var(--ink)"
          />
          <path
            d="M204 118q-14-4-16-18q14 0 17 12zM212 92q14-2 18-16q-13-1-18 10z"
            fill="var(--wash)"
            stroke="var(--ink)"
          />
        </g>
        <g className={ghost('leaf')}>
          <path
            d="M204 138Q226 132 236 138M236 138C250 116 290 112 316 132C294 156 256 160 236 138Z"
            fill="var(--fern)"
            stroke="var(--moss)"
          />
          <path
            d="M236 138Q276 130 314 132M252 135l10-12M252 136l13 13M270 133l11-12M270 134l12 14M288 132l9-8M288 133l9 9"
            fill="none"
            stroke="var(--moss)"
          />
          <g transform={shifts[state('leaf-arrangement')]}>
            <path
              d="M198 146Q176 140 168 146M168 146C158 128 128 126 106 142C126 162 154 164 168 146Z"
              fill="var(--fern)"
              stroke="var(--moss)"
            />
            <path
              d="M168 146Q136 140 108 142M152 144l-9-10M152 145l-10 11M134 142l-8-7M134 143l-9 9"
              fill="none"
              stroke="var(--moss)"
            />
          </g>
        </g>
        <g className={ghost('inflorescence')}>
          <path
            d="M229 52Q240 30 246 12M234 40l14-4M238 32l-10-8M241 24l13-4M236 36l-12 0"
            fill="none"
            stroke="var(--moss)"
            strokeWidth="1.4"
          />
        </g>
        <g className={ghost('flower')}>
          {[0, 72, 144, 216, 288].map((turn) => (
            <ellipse
              key={turn}
              cx="284"
              cy="52"
              rx="7"
              ry="11"
              fill={colour('flower-colour')}
              stroke="var(--ink)"
              transform={`rotate(${turn} 284 64)`}
            />
          ))}
          <circle cx="284" cy="64" r="5" fill="var(--wash)" stroke="var(--ink)" />
        </g>
        <g className={ghost('fruit')}>
          <path d="M207 180Q240 178 262 200" fill="none" stroke="var(--moss)" strokeWidth="1.4" />
          <circle cx="268" cy="208" r="11" fill={colour('fruit-colour')} stroke="var(--ink)" />
          <circle cx="246" cy="204" r="9" fill={colour('fruit-colour')} stroke="var(--ink)" />
          <path d="M266 218l2 5l2-5M245 212l1 5l2-5" fill="none" stroke="var(--ink)" />
        </g>
      </svg>
      <div className="figure-side">{side('right').map(label)}</div>
    </section>
  )
})

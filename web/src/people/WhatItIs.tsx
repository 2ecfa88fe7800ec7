import peopleCss from './people.module.css'
/** What Garten is, in one sentence and one drawing. */
export const WhatItIs = () => (
  <section className={peopleCss.entryWhat} aria-label="What Garten is">
    <svg viewBox="0 0 420 120" role="img" fill="none" stroke="var(--ink)" strokeWidth="1.6">
      <title>A leaf in hand, a choice between two, and the name it comes to with its record</title>
      <g strokeLinejoin="round">
        <path
          d="M62 104V78M62 78C30 78 22 50 40 44C28 26 48 14 58 28C60 14 64 14 66 28C76 14 96 26 84 44C102 50 94 78 62 78Z"
          fill="var(--fern)"
        />
        <path d="M62 78V34M62 66L40 52M62 66L84 52" strokeWidth="1.1" />
      </g>
      <path d="M116 60H144M138 54L145 60L138 66" />
      <g>
        <rect x="160" y="24" width="52" height="72" rx="6" fill="var(--card)" />
        <path d="M186 82V60M186 62C176 60 170 52 172 42M186 62C196 60 202 52 200 42" />
        <rect
          x="222"
          y="24"
          width="52"
          height="72"
          rx="6"
          fill="var(--card)"
          stroke="var(--moss)"
          strokeWidth="3"
        />
        <path d="M248 82V38M248 66L236 58M248 56L260 48" />
      </g>
      <path d="M290 60H318M312 54L319 60L312 66" />
      <g>
        <path d="M334 34H412V86H334L324 60Z" fill="var(--card)" strokeLinejoin="round" />
        <circle cx="336" cy="60" r="3" />
        <path d="M346 52H402M346 62H390" strokeWidth="1.2" />
        <path d="M346 74H402" stroke="var(--line)" strokeWidth="5" />
        <path d="M346 74H392" stroke="var(--moss)" strokeWidth="5" />
      </g>
    </svg>
    <p className={peopleCss.entryLead}>
      Garten names the plant in front of you, feature by feature and season by season, says what to look at
      next and why, and keeps the record.
    </p>
  </section>
)

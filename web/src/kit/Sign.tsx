/** The signs of Garten, drawn as one set with one pen on a ground 24 units wide. */
const paths = {
  today: 'M4 6h16v14H4zM4 10h16M8 3v4M16 3v4M8 14h3M8 17h6',
  identify: 'M12 21V9M12 16C7 16 5 12 5 7c5 0 7 4 7 8M12 12c0-5 2-8 7-8 0 6-3 8-7 8',
  survey: 'M4 6l5-2 6 2 5-2v14l-5 2-6-2-5 2zM9 4v14M15 6v14',
  guide: 'M7 4h11v16H7zM7 4q-2 0-2 2v12q0 2 2 2M12 16v-6M12 13q-3 0-3-4q3 0 3 4M12 11q3 0 3-4q-3 0-3 4',
  practice: 'M2 12q5-7 10-7t10 7q-5 7-10 7T2 12zM12 9a3 3 0 1 0 0 6a3 3 0 1 0 0-6',
  find: 'M10 4a6 6 0 1 0 0 12a6 6 0 1 0 0-12M15 15l6 6',
} as const

export type SignName = keyof typeof paths

/** A sign beside words that say the same; it is not heard. */
export const Sign = ({ of, size = 24 }: { of: SignName; size?: number }) => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 24 24"
    fill="none"
    stroke="currentColor"
    strokeWidth="1.7"
    strokeLinejoin="round"
    strokeLinecap="round"
    aria-hidden="true"
  >
    <path d={paths[of]} />
  </svg>
)

import { describe, expect, it } from 'vitest'
import { figure, typeset } from './formula'

const flat = (formula: string) =>
  typeset(formula)
    .map((piece) => (piece.kind === 'sub' ? `_${piece.text}` : piece.kind === 'sup' ? `^${piece.text}` : piece.text))
    .join('')

describe('typesetting a formula', () => {
  it('writes products, powers and indices as on paper', () => {
    expect(flat('F_b * C_D * C_M')).toBe('F_b × C_D × C_M')
    expect(flat('b * d ** 2 / 6')).toBe('b × d^2 / 6')
    expect(flat('k * (z / z_g) ** (2 / a)')).toBe('k × (z / z_g)^2/a')
    expect(flat('0.5 * A * (1 + sqrt(1 + 4.36 * h / A))')).toBe('0.5 × A × (1 + √(1 + 4.36 × h / A))')
    expect(flat('s * (p_1 * w_1 + p_2 * w_2)')).toBe('s × (p_1 × w_1 + p_2 × w_2)')
  })
  it('shows four figures', () => {
    expect(figure(4.76514)).toBe('4.765')
    expect(figure(1360)).toBe('1,360')
    expect(figure(0)).toBe('0')
  })
})

/** Which groups of settings are folded, by their titles: kept on the device for the person. */
import { get, put } from '@/logic/box'
import { mine } from '@/logic/whose'

const key = () => mine('folds')

export const folds = () => get<Record<string, boolean>>(key(), {})
/** Keeps whether a group stands open. */
export const keepFold = (title: string, open: boolean) => put(key(), { ...folds(), [title]: open })

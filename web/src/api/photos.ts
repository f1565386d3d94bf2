import { api, ask } from '@/api/client'
import type { Photo } from '@/api/types'
import { shrunk } from '@/logic/shrink'

/** Sends a picture, made small enough first; what the server kept of it. */
export async function sendPhoto(job: string, file: File, about: string, says: string): Promise<Photo> {
  const form = new FormData()
  form.append('photo', await shrunk(file), 'photo.jpg')
  form.append('about', about)
  form.append('says', says)
  return (await ask(
    api.POST('/api/jobs/{job_id}/photos', {
      params: { path: { job_id: job } },
      body: form as never,
      bodySerializer: (body) => body as never,
    }),
  )) as Photo
}

/** Sends the picture of a cost's receipt, in place of one that it had. */
export async function sendReceipt(job: string, entry: string, file: File): Promise<void> {
  const form = new FormData()
  form.append('photo', await shrunk(file), 'receipt.jpg')
  await ask(
    api.POST('/api/quotes/{job_id}/costs/{entry}/receipt', {
      params: { path: { job_id: job, entry } },
      body: form as never,
      bodySerializer: (body) => body as never,
    }),
  )
}

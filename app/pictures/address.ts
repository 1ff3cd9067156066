/** Where a picture that is kept is to be had. */
export const pictureAddress = (id: string): string => `/api/pictures/${id}`

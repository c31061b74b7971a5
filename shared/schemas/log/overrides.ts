import Joi from 'joi'

/** Warnings that were gone against, each with a word of why. */
export const overridesField = Joi.array()
  .items(
    Joi.object({
      code: Joi.string().max(40).required(),
      why: Joi.string().trim().min(1).max(300).required(),
    }),
  )
  .max(20)

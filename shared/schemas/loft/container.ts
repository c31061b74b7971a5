import Joi from 'joi'
import {
  massOrNoneField,
  nameField,
  newIdField,
  pageFields,
  type PageQuery,
  type Recorded,
} from '../log/common'

/** A bag, basket or bowl whose empty weight is known. */
export interface Container extends Recorded {
  name: string
  tareG: number
}

export interface NewContainer {
  id: string
  name: string
  tareG: number
}

export const newContainerSchema = Joi.object<NewContainer>({
  id: newIdField.required(),
  name: nameField.required(),
  tareG: massOrNoneField.required(),
})

export type ContainerChange = Partial<Omit<NewContainer, 'id'>>

export const containerChangeSchema = Joi.object<ContainerChange>({
  name: nameField,
  tareG: massOrNoneField,
}).min(1)

export const containerQuerySchema = Joi.object<PageQuery>(pageFields)

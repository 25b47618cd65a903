// Package formats reads and writes trips in open formats: JSON of our own with
// a published schema, GPX, CSV and iCalendar.
package formats

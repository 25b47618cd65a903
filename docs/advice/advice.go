// Package advice measures the advice on invented people, for docs/advice.md.
package advice

// Package water knows when water boils and what heating, melting and boiling
// it away cost.
package water

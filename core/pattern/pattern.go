// Package pattern has regular expressions that are compiled when they are first used: the
// program has many for what people type, and most who plan type nothing.
package pattern

import (
	"regexp"
	"sync"
)

// Lazy is a regular expression that is compiled when it is first used.
type Lazy struct{ compiled func() *regexp.Regexp }

// Lazily is the expression of a text, which must be sound.
func Lazily(expr string) *Lazy { return Of(func() string { return expr }) }

// Of is the expression of a text that is itself put together when it is first used.
func Of(expr func() string) *Lazy {
	return &Lazy{sync.OnceValue(func() *regexp.Regexp { return regexp.MustCompile(expr()) })}
}

// Regexp is the compiled expression.
func (l *Lazy) Regexp() *regexp.Regexp { return l.compiled() }

// MatchString reports whether it matches.
func (l *Lazy) MatchString(s string) bool { return l.compiled().MatchString(s) }

// FindString is the first match; empty without one.
func (l *Lazy) FindString(s string) string { return l.compiled().FindString(s) }

// FindStringSubmatch is the first match with its groups; nil without one.
func (l *Lazy) FindStringSubmatch(s string) []string { return l.compiled().FindStringSubmatch(s) }

// FindAllStringIndex is where all matches stand.
func (l *Lazy) FindAllStringIndex(s string) [][]int { return l.compiled().FindAllStringIndex(s, -1) }

// Replace puts a text, which may name groups, in place of all matches.
func (l *Lazy) Replace(s, by string) string { return l.compiled().ReplaceAllString(s, by) }

// ReplaceFunc puts what a function makes of a match's groups in place of it.
func (l *Lazy) ReplaceFunc(s string, by func(groups []string) string) string {
	return l.compiled().ReplaceAllStringFunc(s, func(m string) string { return by(l.compiled().FindStringSubmatch(m)) })
}

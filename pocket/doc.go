// Package pocket is the records in memory with a journal: what works on a phone, without a
// server, a network or a disk. Store keeps the same as package store does; Session is one that
// is opened from a pocket, answers what the interface asks, and tells what it wrote.
package pocket

//go:build unix

package main

import "syscall"

// What the program writes is its user's alone, whatever the shell says.
func init() { syscall.Umask(0o077) }

// Package people says who may do what where several work on the same machines: a role
// a workshop, and for each deed the roles that may do it.
package people

import "slices"

// Role is what a person is in one workshop.
type Role string

// The roles.
const (
	Owner    Role = "owner"    // everything, people and sharing too
	Maker    Role = "maker"    // plans, readings, the log, the stores
	Helper   Role = "helper"   // readings, ticks and photographs of the machines that were given
	Reviewer Role = "reviewer" // reads everything, remarks and approves
	Guest    Role = "guest"    // reads, until the link's day
)

// Roles are all of them, the widest first.
func Roles() []Role { return []Role{Owner, Maker, Helper, Reviewer, Guest} }

// Deed is a kind of work that a role is asked for.
type Deed string

// The deeds.
const (
	Look    Deed = "look"    // machines, their cards, drawings and history; the stores
	Note    Deed = "note"    // readings, ticks and photographs of a machine
	Plan    Deed = "plan"    // every entry; machines made, copied, brought in and put away; the stores
	Remark  Deed = "remark"  // words beside a machine; who works here
	Approve Deed = "approve" // of a machine as it is planned
	Own     Deed = "own"     // settings, people, links; what is deleted for good
)

var who = map[Deed][]Role{
	Look:    {Owner, Maker, Helper, Reviewer, Guest},
	Note:    {Owner, Maker, Helper},
	Plan:    {Owner, Maker},
	Remark:  {Owner, Maker, Reviewer},
	Approve: {Reviewer},
	Own:     {Owner},
}

// May says whether a role may do a deed.
func (r Role) May(d Deed) bool { return slices.Contains(who[d], r) }

// Who lists the roles that may do a deed, the widest first.
func Who(d Deed) []Role { return slices.Clone(who[d]) }

// Given says that a role works on the machines that were given to it alone.
func (r Role) Given() bool { return r == Helper }

// Known says whether a word is a role.
func (r Role) Known() bool { return slices.Contains(Roles(), r) }

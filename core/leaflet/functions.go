package leaflet

import (
	"regexp"
	"slices"
	"strings"
)

// rule is how the trade calls one of a profile's functions: of each group a word stands in the name, and
// none of those after the bar. Words of four letters and more are beginnings.
type rule struct{ function, words string }

// groups of words that rules share, by their name.
var groups = map[string]string{
	"AMPS":    "current amps amp ampere amperage",
	"VOLTS":   "volt voltage volts",
	"HERTZ":   "freq hertz hz",
	"HIGHEST": "max maximum highest upper top ceiling",
	"LOWEST":  "min minimum lowest lower bottom least",
	"TIMES":   "time ramp rate",
	"MOTOR":   "motor nameplate",
	"SKIP":    "skip jump avoid critical",
	"SWITCH":  "carrier switching pwm chopper chopping",
	"LINE":    "line mains supply",
	"LATER":   "2 3 4",
}

// rules in the order in which they are tried: groups parted by a slash, what must not stand there after
// the bar.
var rules = []rule{
	{"input-phase-loss", "LINE input / phase"},
	{"skip-from", "SKIP / LOWEST from start begin low | LATER width band"},
	{"skip-to", "SKIP / HIGHEST to end high | LATER width band"},
	{"skip-from-2", "SKIP / 2 / LOWEST from start begin low | width band"},
	{"skip-to-2", "SKIP / 2 / HIGHEST to end high | width band"},
	{"overload", "overload | warning alarm pre"},
	{"overload", "thermal / motor electronic protection level | drive inverter"},
	{"current-limit", "AMPS / limit"},
	{"current-limit", "stall / prevention current level | voltage deceleration"},
	{"motor-power-factor", "power / factor"},
	{"motor-power-factor", "cos cosphi cosφ"},
	{"motor-amps", "MOTOR / AMPS | limit protection"},
	{"motor-volts", "MOTOR / VOLTS"},
	{"motor-hertz", "MOTOR / HERTZ"},
	{"motor-poles", "pole poles"},
	{"motor-rpm", "MOTOR / speed rpm | HIGHEST"},
	{"motor-rpm", "rated nominal / rpm"},
	{"motor-power", "MOTOR / power output kw kilowatt capacity | loss supply"},
	{"line-volts", "LINE input / VOLTS | loss under over analog"},
	{"line-hertz", "LINE / HERTZ"},
	{"boost", "boost"},
	{"base-hertz", "base knee corner / HERTZ point"},
	{"base-hertz", "HERTZ / full rated / VOLTS"},
	{"most-hertz", "HIGHEST / HERTZ speed | SWITCH SKIP"},
	{"least-hertz", "LOWEST / HERTZ speed | SWITCH SKIP"},
	{"carrier", "carrier pwm chopper chopping"},
	{"carrier", "switching / HERTZ"},
	{"accelerate", "accel acc / TIMES | LATER jog switch"},
	{"accelerate", "up / ramp run speed / TIMES | LATER"},
	{"decelerate", "decel dec / TIMES | LATER jog switch"},
	{"decelerate", "down / ramp run slow speed / TIMES | LATER"},
	{"display-scale", "display scaling / factor scale scaling multiplier | analog"},
	{"reset-after-fault", "reset / times number count attempts / fault auto trip | interval delay"},
	{"reset-after-fault", "reset / fault auto trip | interval time delay"},
	{"restart-after-outage", "restart start / outage loss failure interruption dip / LINE power momentary"},
	{"reverse", "reverse reversal reversing | jog preset HERTZ"},
	{"run-source", "run start command operation control / source channel selection | HERTZ speed setpoint reference"},
	{"speed-source", "HERTZ speed setpoint / source reference channel setting command selection"},
	{"stop-mode", "stop stopping / mode method selection way type | emergency"},
}

// others are what no profile has a function for: said first, since they borrow its words.
var others = regexp.MustCompile(`\b(` + strings.Join([]string{
	`pid|jog\w*|inch\w*|preset\w*|multi ?(speed|step)\w*|s curve|analogu?e output|relay\w*|baud\w*|password|lock\w*`,
	`version|run(ning)? hours|operating hours|accumulated|fan|dc (brake|braking|injection|hold\w*)|history`,
	`fault record\w*|counter|timer|language|terminal|digital (in|out)put\w*|input function|output function`,
	`communication|slave|parity|hysteresis|droop|slip compensation|energy saving|auto ?tun\w*|flying start`,
	`speed search|output phase|torque limit|torque control|brak(e|ing) (resistor|unit|transistor)|filter|dead ?band`,
	`bias|gain|stator resistance|no load|idle current|rotor|leakage|inductance|dwell|sleep|wake`,
}, "|") + `)\b`)

var controlMode = regexp.MustCompile(`\bcontrol (mode|method)\b`)

// torqueAnswers are what the answers to how torque is made say.
var torqueAnswers = regexp.MustCompile(`(?i)\bvector|\bv/?f\b|\bv/hz\b|\btorque|\bsensorless`)

// doubtful are words of which a name that no rule knows may still be a function's.
const doubtful = "accel decel ramp freq hertz motor voltage current overload carrier switching restart reset " +
	"reverse reversing stop start source reference setpoint boost pole poles speed limit skip jump phase direction " +
	"rotation torque"

var nameParts = regexp.MustCompile(`[a-zφ]+|\d+`)

// has says that one of some words, or of a group's, stands in a name.
func has(name []string, some string) bool {
	for _, w := range strings.Fields(some) {
		if g := groups[w]; g != "" {
			if has(name, g) {
				return true
			}
			continue
		}
		for _, n := range name {
			if n == w || len(w) >= 4 && strings.HasPrefix(n, w) {
				return true
			}
		}
	}
	return false
}

// fits says that a rule knows a name.
func (r rule) fits(name []string) bool {
	must, not, _ := strings.Cut(r.words, "|")
	for some := range strings.SplitSeq(must, "/") {
		if !has(name, some) {
			return false
		}
	}
	return !has(name, not)
}

// second is a name that counts: of a second or later one of its kind.
var second = regexp.MustCompile(`\b[2-9]\b`)

// wordsOf are the words of a leaflet's name.
func wordsOf(name string) []string {
	return nameParts.FindAllString(strings.ReplaceAll(strings.ToLower(name), "v/f", "vf"), -1)
}

// FunctionOf is the function of a profile that a leaflet's name stands for: Other where it is none, Ask
// where nobody can tell.
func FunctionOf(name string) string {
	words := wordsOf(name)
	plain := strings.Join(words, " ")
	if others.MatchString(plain) {
		return Other
	}
	if controlMode.MatchString(plain) {
		return Ask // of some drives it is where run comes from, of others how torque is made
	}
	for _, r := range rules {
		if r.fits(words) {
			return r.function
		}
	}
	switch {
	case second.MatchString(plain) && has(words, "accel decel ramp speed freq"):
		return Other // a second of its kind: no profile has it
	case has(words, doubtful):
		return Ask
	}
	return Other
}

// Functions are those that a line may be found to be.
func Functions() (out []string) {
	for _, r := range slices.Concat(rules, further) {
		out = append(out, r.function)
	}
	return out
}

// further are functions that fewer drives have: a line that is none of the common ones may be one of them.
var further = []rule{
	{"control-mode", "control mode / mode method selection vector | torque source"},
	{"catch-turning-motor", "flying catch rotating turning | time gain"},
	{"catch-turning-motor", "speed / search | time gain voltage AMPS"},
	{"dc-hold-time", "dc / brake braking hold holding injection / time | start"},
	{"dc-hold-amps", "dc / brake braking hold holding injection / AMPS level | start VOLTS"},
	{"signal-lost", "signal 4ma analog / loss lost missing fault detection"},
	{"link-time-out", "communication link serial / time timeout loss lost"},
	{"jog-hertz", "jog inch inching / HERTZ speed | accel decel TIMES"},
	{"preset-1", "preset multi fixed step / 1 | accel decel TIMES 2 3 4 5 6 7"},
	{"preset-2", "preset multi fixed step / 2 | accel decel TIMES 1 3 4 5 6 7"},
	{"preset-3", "preset multi fixed step / 3 | accel decel TIMES 1 2 4 5 6 7"},
	{"middle-hertz", "vf middle mid intermediate / middle mid intermediate / HERTZ | VOLTS"},
	{"middle-volts", "vf middle mid intermediate / middle mid intermediate / VOLTS"},
	{"low-hertz", "vf / LOWEST low / HERTZ | VOLTS"},
	{"low-volts", "vf / LOWEST low / VOLTS"},
}

// Further is the function of a profile, of those that fewer drives have, that a leaflet's name stands for; Other where
// it is none of them.
func Further(name string) string {
	words := wordsOf(name)
	for _, r := range further {
		if r.fits(words) {
			return r.function
		}
	}
	return Other
}

// Widened puts functions that fewer drives have at the lines that are none of the common ones, or doubtful among them;
// each once.
func Widened(lines []Line) []Line {
	out := slices.Clone(lines)
	seen := map[string]int{}
	for i := range out {
		if out[i].Function != Other && out[i].Function != Ask {
			continue
		}
		f := Further(out[i].Name)
		if f == "control-mode" && !slices.ContainsFunc(out[i].Choices,
			func(c Choice) bool { return torqueAnswers.MatchString(c.Text) }) {
			out[i].Function, f = Ask, Other
		}
		if f == Other {
			continue
		}
		if first, twice := seen[f]; twice {
			out[first].Function, out[i].Function = Ask, Ask
			continue
		}
		seen[f] = i
		out[i].Function = f
	}
	return out
}

package drive

import "slices"

// Function is something that every drive can be told, whatever its code.
type Function string

// The functions, in the order in which the trade sets them.
const (
	LineVolts    Function = "line-volts"
	LineHertz    Function = "line-hertz"
	MotorVolts   Function = "motor-volts"
	MotorAmps    Function = "motor-amps"
	MotorHertz   Function = "motor-hertz"
	MotorRPM     Function = "motor-rpm"
	MotorPoles   Function = "motor-poles"
	MotorPower   Function = "motor-power"
	MotorFactor  Function = "motor-power-factor"
	BaseHertz    Function = "base-hertz"
	LeastHertz   Function = "least-hertz"
	MostHertz    Function = "most-hertz"
	Boost        Function = "boost"
	Accelerate   Function = "accelerate"
	Decelerate   Function = "decelerate"
	StopMode     Function = "stop-mode"
	RunSource    Function = "run-source"
	SpeedSource  Function = "speed-source"
	ReverseRun   Function = "reverse"
	Restart      Function = "restart-after-outage"
	ResetFault   Function = "reset-after-fault"
	Overload     Function = "overload"
	CurrentLimit Function = "current-limit"
	Carrier      Function = "carrier"
	SkipFrom     Function = "skip-from"
	SkipTo       Function = "skip-to"
	SkipFrom2    Function = "skip-from-2"
	SkipTo2      Function = "skip-to-2"
	LowHertz     Function = "low-hertz"    // least point of the V/f line
	LowVolts     Function = "low-volts"    //
	MiddleHertz  Function = "middle-hertz" // its middle point
	MiddleVolts  Function = "middle-volts" //
	ControlMode  Function = "control-mode"
	Catch        Function = "catch-turning-motor"
	HoldTime     Function = "dc-hold-time"
	HoldAmps     Function = "dc-hold-amps" // percent of the motor's
	SignalLeast  Function = "signal-least-hertz"
	SignalMost   Function = "signal-most-hertz"
	SignalLost   Function = "signal-lost"
	LinkTimeOut  Function = "link-time-out"
	Preset1      Function = "preset-1"
	Preset2      Function = "preset-2"
	Preset3      Function = "preset-3"
	JogHertz     Function = "jog-hertz"
	DisplayScale Function = "display-scale"
	PhaseLoss    Function = "input-phase-loss"
)

var functions = []Function{LineVolts, LineHertz, MotorVolts, MotorAmps, MotorHertz, MotorRPM, MotorPoles, MotorPower,
	MotorFactor, BaseHertz, LeastHertz, MostHertz, Boost,
	Accelerate, Decelerate, StopMode, RunSource, SpeedSource, ReverseRun, Restart, ResetFault, Overload, CurrentLimit,
	Carrier, SkipFrom, SkipTo, SkipFrom2, SkipTo2, DisplayScale, PhaseLoss,
	LowHertz, LowVolts, MiddleHertz, MiddleVolts, ControlMode, Catch, HoldTime, HoldAmps,
	SignalLeast, SignalMost, SignalLost, LinkTimeOut, Preset1, Preset2, Preset3, JogHertz}

// Functions are all of them, in that order.
func Functions() []Function { return slices.Clone(functions) }

// Role is what a terminal is for.
type Role string

// The roles of terminals.
const (
	LineIn     Role = "line"
	Earth      Role = "earth"
	MotorOut   Role = "motor"
	Brake      Role = "brake"
	Run        Role = "run"     // closes to run; forward
	Reverse    Role = "reverse" // closes to run backward, or turns the direction
	Stop       Role = "stop"    // opens to stop, of three wires
	Common     Role = "common"
	PotHigh    Role = "pot-high"
	PotWiper   Role = "pot-wiper"
	PotLow     Role = "pot-low"
	FaultOut   Role = "fault"
	ShieldBar  Role = "shield"
	SafeStop   Role = "safe-stop" // open, the motor gets no torque
	DriveReset Role = "reset"
	SignalIn   Role = "signal" // takes 0 to 10 V or 4 to 20 mA
	Preset     Role = "preset" // closes to a fixed speed
	Jog        Role = "jog"
)

var roles = []Role{LineIn, Earth, MotorOut, Brake, Run, Reverse, Stop, Common, PotHigh, PotWiper, PotLow, FaultOut,
	ShieldBar, SafeStop, DriveReset, SignalIn, Preset, Jog}

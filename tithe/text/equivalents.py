"""A figure in its other forms: what each is called, and how it is told."""

EQUIVALENTS = {
    "also.reflected": (
        "Of each {of_w:watts} W sent there, {back_w:watts} W come back: SWR {swr:ratio}, return loss "
        "{return_loss_db:in-db}."
    ),
    "also.stepped": "{size_db:db} dB {gain:pick|more|less}: {left_w:watts} W in place of {of_w:watts} W.",
    "also.level": "{watts:power} is {volts:volts} across {ohm:figure} Ω.",
    "also.name.swr": "SWR",
    "also.swr": "{swr:ratio}",
    "also.name.return_loss_db": "Return loss",
    "also.return_loss_db": "{return_loss_db:in-db}",
    "also.name.rho": "Reflection coefficient |Γ|",
    "also.rho": "{rho:figure}",
    "also.name.share": "Comes back",
    "also.share": "{share:percent}",
    "also.name.mismatch_loss_db": "Mismatch loss",
    "also.mismatch_loss_db": "{mismatch_loss_db:in-db}",
    "also.name.db": "Less by",
    "also.db": "{db:db} dB",
    "also.name.s_units": "In S-units",
    "also.s_units": "{s_units:two}",
    "also.name.power_ratio": "Power left",
    "also.power_ratio": "{power_ratio:percent}",
    "also.name.voltage_ratio": "Voltage left",
    "also.voltage_ratio": "{voltage_ratio:percent}",
    "also.name.left_w": "In place of {of_w:watts} W",
    "also.left_w": "{left_w:watts} W",
    "also.name.watts": "Power",
    "also.watts": "{watts:power}",
    "also.name.dbm": "Over a milliwatt",
    "also.dbm": "{dbm:db} dBm",
    "also.name.volts": "Voltage across {ohm:figure} Ω, rms",
    "also.volts": "{volts:volts}",
    "also.name.s_meter_db": "Signal meter below 30 MHz",
    "also.s_meter_db": "{s_meter_db:s-meter}",
}

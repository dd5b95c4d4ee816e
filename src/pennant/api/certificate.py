"""The certificate by which a phone knows this machine: the user's own, or one made here."""

import ipaddress
import os
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import NameOID

LASTS_DAYS = 397
"""Browsers trust none that is said to last longer."""
RENEWED_BEFORE = timedelta(days=30)


class CertificateUnreadable(OSError):
    """A certificate that was brought cannot be read."""


def certificate_for(host: str, folder: Path) -> tuple[Path, Path]:
    """Return a certificate for a host and its key, made in a folder where there is none that fits.

    The key is its owner's alone (0600) from the moment it is there.
    """
    certificate, key = folder / "phones.crt", folder / "phones.key"
    if not (key.exists() and _fits(certificate, host)):
        folder.mkdir(parents=True, exist_ok=True)
        _make(host, certificate, key)
    return certificate, key


def fingerprint_of(certificate: Path) -> str:
    """Return a certificate's SHA-256, in pairs of hexadecimal figures as browsers show it.

    Raise `CertificateUnreadable`.
    """
    try:
        read = x509.load_pem_x509_certificate(certificate.read_bytes())
    except ValueError:
        raise CertificateUnreadable(f"{certificate} is no certificate (PEM)") from None
    return ":".join(f"{byte:02X}" for byte in read.fingerprint(hashes.SHA256()))


def _fits(certificate: Path, host: str) -> bool:
    try:
        read = x509.load_pem_x509_certificate(certificate.read_bytes())
        names = read.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    except (OSError, ValueError, x509.ExtensionNotFound):
        return False
    lasts = read.not_valid_after_utc - datetime.now(UTC) > RENEWED_BEFORE
    return lasts and _named(host) in list(names)


def _named(host: str) -> x509.GeneralName:
    try:
        return x509.IPAddress(ipaddress.ip_address(host))
    except ValueError:
        return x509.DNSName(host)


def _make(host: str, certificate: Path, key: Path) -> None:
    private = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Pennant")])
    now = datetime.now(UTC)
    signed = (
        x509.CertificateBuilder()
        .subject_name(name)
        .issuer_name(name)
        .public_key(private.public_key())
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))  # a phone's clock may be slow
        .not_valid_after(now + timedelta(days=LASTS_DAYS))
        .add_extension(x509.SubjectAlternativeName([_named(host)]), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .sign(private, hashes.SHA256())
    )
    kept = private.private_bytes(
        serialization.Encoding.PEM,
        serialization.PrivateFormat.PKCS8,
        serialization.NoEncryption(),
    )
    key.unlink(missing_ok=True)
    with os.fdopen(os.open(key, os.O_WRONLY | os.O_CREAT | os.O_EXCL, 0o600), "wb") as file:
        file.write(kept)
    certificate.write_bytes(signed.public_bytes(serialization.Encoding.PEM))

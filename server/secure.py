"""A certificate of this machine's own, so that a phone in the yard may keep the app.

Browsers let a page stay on the device only at a secure address. A small authority is made once and kept beside the
database; whoever trusts its file on a phone trusts the certificates that it signs for this machine's addresses.
"""

from __future__ import annotations

import ipaddress
import socket
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path

from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID

# Longer ones are refused by phones; one is renewed when so much of it is left [days].
_LEAF_DAYS, _RENEWED_DAYS, _AUTHORITY_DAYS = 390, 30, 3650
# An address that is never reached: asking which way it would go tells this machine's own.
_NOWHERE = ("192.0.2.1", 9)


@dataclass(frozen=True)
class Papers:
    """Where the certificate and its key lie, and the authority's file, which phones are given."""

    certificate: Path
    key: Path
    authority: Path


def own_addresses() -> list[str]:
    """What this machine is called and where it is reached, as far as it knows itself."""
    found = ["localhost", "127.0.0.1", socket.gethostname()]
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as asked:
        try:
            asked.connect(_NOWHERE)
            found.append(asked.getsockname()[0])
        except OSError:
            pass
    return list(dict.fromkeys(name for name in found if name))


def papers(folder: Path, addresses: Sequence[str]) -> Papers:
    """The certificate for these addresses: the one that was made before while it holds for them, else a new one."""
    folder.mkdir(parents=True, exist_ok=True)
    there = Papers(folder / "https.crt", folder / "https.key", folder / "sabaka-authority.crt")
    if there.certificate.exists() and _holds(there.certificate, addresses):
        return there
    authority, key = _authority(there.authority, folder / "authority.key")
    own = ec.generate_private_key(ec.SECP256R1())
    now = datetime.now(UTC)
    signed = (
        _begun("Sabaka on this machine", own.public_key(), authority.subject, now, _LEAF_DAYS)
        .add_extension(x509.SubjectAlternativeName(_names(addresses)), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .sign(key, hashes.SHA256())
    )
    _write_key(there.key, own)
    there.certificate.write_bytes(signed.public_bytes(serialization.Encoding.PEM))
    return there


def _begun(
    name: str, public: ec.EllipticCurvePublicKey, issuer: x509.Name, now: datetime, days: int
) -> x509.CertificateBuilder:
    return (
        x509.CertificateBuilder()
        .subject_name(x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, name)]))
        .issuer_name(issuer)
        .public_key(public)
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + timedelta(days=days))
    )


def _authority(file: Path, key_file: Path) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    if file.exists() and key_file.exists():
        key = serialization.load_pem_private_key(key_file.read_bytes(), None)
        assert isinstance(key, ec.EllipticCurvePrivateKey)
        return x509.load_pem_x509_certificate(file.read_bytes()), key
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, "Sabaka, authority of this machine")])
    usage = x509.KeyUsage(
        digital_signature=False,
        content_commitment=False,
        key_encipherment=False,
        data_encipherment=False,
        key_agreement=False,
        key_cert_sign=True,
        crl_sign=True,
        encipher_only=False,
        decipher_only=False,
    )
    made = (
        _begun("Sabaka, authority of this machine", key.public_key(), name, datetime.now(UTC), _AUTHORITY_DAYS)
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .add_extension(usage, critical=True)
        .sign(key, hashes.SHA256())
    )
    _write_key(key_file, key)
    file.write_bytes(made.public_bytes(serialization.Encoding.PEM))
    return made, key


def _write_key(file: Path, key: ec.EllipticCurvePrivateKey) -> None:
    """Readable by its owner only, from the start."""
    file.unlink(missing_ok=True)
    file.touch(mode=0o600)
    file.write_bytes(
        key.private_bytes(serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption())
    )


def _names(addresses: Iterable[str]) -> list[x509.GeneralName]:
    found: list[x509.GeneralName] = []
    for address in addresses:
        try:
            found.append(x509.IPAddress(ipaddress.ip_address(address)))
        except ValueError:
            found.append(x509.DNSName(address))
    return found


def _holds(file: Path, addresses: Iterable[str]) -> bool:
    certificate = x509.load_pem_x509_certificate(file.read_bytes())
    if certificate.not_valid_after_utc - datetime.now(UTC) < timedelta(days=_RENEWED_DAYS):
        return False
    names = certificate.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
    return set(_names(addresses)) <= set(names)

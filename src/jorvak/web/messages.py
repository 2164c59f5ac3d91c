"""What the API is asked and what it answers."""

from pydantic import BaseModel, ConfigDict


class Message(BaseModel):
    """Base of both. One is laid out when it is first used: the application starts in half the time, and most processes
    use a few of two hundred."""

    model_config = ConfigDict(defer_build=True)
